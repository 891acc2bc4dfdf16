# frozen_string_literal: true

module Gallop
  module Terminals
    # What becomes of a motor that follows a pulse once its transmitter is off, from its highest speed: the fault comes
    # after the time to a lost pulse, then the ramp of the fault reaction, as the speed loop follows it on this machine
    # (StopByLoop), and a little longer where halls tell the speed: below some turns a second an edge comes too late for
    # the loop, and friction does the rest.
    class LostPulse
      COAST = 0 # of control.fault_reaction
      SLOW_DOWN = 1
      BY_HALLS = 0.2 # s

      # @param profile [Objects::Profile] with a pulse input @param values [Hash{String => Object}] raw by key
      # @param inertia [Float, nil] kg·m² of all @param friction [Float, nil] N·m
      def initialize(profile, values, inertia: nil, friction: nil)
        @profile = profile
        @setup = Setup.new(profile, values)
        @inertia = inertia
        @friction = friction.to_f
      end

      # s until the fault is there
      def noticed = @setup.figure("pulse.lost_time") / 1000

      # s from then on; nil where it coasts
      def stopping
        return if reaction == COAST
        stop ? stop.seconds : @setup.full_speed / @setup.figure(ramp)
      end

      # rpm that it turns back before it rests, as far as that is known
      def turns_back = stop ? stop.back * 30 / Math::PI : 0.0

      # s at the end, of which nothing is known but that it is short
      def unseen = @profile.rating[:feedback] == ["halls"] ? BY_HALLS : 0.0

      # @return [Float, nil] s at the longest
      def seconds = stopping && noticed + stopping + unseen

      BACK = 3.0 # rpm that are worth a word

      def sentence
        speed = Quantities.format(@setup.full_speed, @profile.speed_unit, 0)
        soon = "Transmitter off at #{speed}: fault FF40 after #{Quantities.format(1000 * noticed, "ms", 0)}"
        return "#{soon}, and it coasts to rest." if seconds.nil?
        "#{soon}, at rest within #{Quantities.format(seconds, "s", 2)} of the last pulse, where #{proviso}.#{swing}"
      end

      private

      def proviso = stop ? "the torque suffices" : "torque and speed loop suffice: the inertia is not known"

      def swing
        return if turns_back < BACK
        " Its speed loop is slow for that: it turns back at about #{Quantities.format(turns_back, "rpm", 0)} first."
      end

      def reaction = @setup.raw("control.fault_reaction")
      def ramp = reaction == SLOW_DOWN ? "ramps.deceleration" : "ramps.quick_stop"

      # @return [StopByLoop, nil]
      def stop
        return if @inertia.nil? || reaction == COAST
        @stop ||=
          StopByLoop.new(
            speed: si("limits.motor_speed"),
            rate: si(ramp),
            gain: @setup.figure("speed_loop.gain"), # in SI already
            integral_time: si("speed_loop.integral_time"),
            limit: most_torque,
            ahead: ahead,
            inertia: @inertia,
            friction: @friction,
            threshold: si("speed.threshold"),
            threshold_time: si("speed.threshold_time")
          )
      end

      # By the torque limit, and by what the current limit leaves. @return [Float] N·m
      def most_torque
        rated = si("motor.rated_torque")
        current = [@setup.figure("limits.current") / 100 * si("motor.rated_current"), si("motor.peak_current")].min
        [@setup.figure("limits.torque") / 100 * rated, current * si("motor.torque_constant")].min
      end

      def ahead
        share = @setup.figure("speed_loop.acceleration_feed_forward") / 100
        share * (si("motor.rotor_inertia") + si("speed_loop.load_inertia"))
      end

      def si(key) = @profile.fetch(key).to_si(@setup.figure(key))
    end
  end
end
