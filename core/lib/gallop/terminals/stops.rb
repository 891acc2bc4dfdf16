# frozen_string_literal: true

module Gallop
  module Terminals
    # Ways in which an ordinary stop brings a motor to rest, from the highest speed, on this machine.
    #
    # By the ramp: t = ω/α. Coasting: t = J ω/T_f. Direct current I (peak, as a phasor) makes of an induction motor, as
    # the circuit with all leakage on the stator's side has it (e.g. Leonhard: Control of Electrical Drives, ch. 10),
    #
    #   T = 1.5 p L_M I² k/(1 + k²),  k = p ω L_M/R_R
    #
    # after the time in which the field of before dies away; t = ∫ J dω/(T + T_f) follows share by share of the speed.
    class Stops
      RAMP = 0
      COAST = 1
      DIRECT = 2
      SHARE = 0.98 # of the speed, from one step of the reckoning to the next
      AT_REST = 0.01 # of the speed that it begins with

      # @!attribute code [Integer] of terminals.stop_by @!attribute title [String] @!attribute seconds [Float, nil] to
      # rest; nil where that is not known, or it does not come to rest that way @!attribute way [String, nil] until
      # then @!attribute note [String] by what, or why not
      Stop = Record.define(:code, :title, :seconds, :way, :note)

      # @param values [Hash{String => Object}] raw by key @param inertia [Float, nil] kg·m² at the shaft
      # @param friction [Float, nil] N·m
      def initialize(profile, values, inertia:, friction:, shaft: Shaft.turning)
        @profile = profile
        @setup = Setup.new(profile, values)
        @inertia = inertia
        @shaft = shaft
        @friction = friction&.positive? ? friction : nil
      end

      # rad/s that each begins with
      def speed = @speed ||= @shaft.reckoned(:speed, limit.to_si(@setup.full_speed))
      def begins_with = show(@setup.full_speed, @profile.speed_unit, 0)

      # @return [Array<Stop>] those that the drive has
      def all
        choices = @profile["terminals.stop_by"]&.choices || {}
        choices.map do |code, title|
          send({ RAMP => :ramp, COAST => :coast, DIRECT => :direct }.fetch(code), code, title)
        end
      end

      private

      def ramp(code, title)
        seconds = @setup.full_speed / @setup.ramp(:deceleration)
        Stop.new(
          code: code,
          title: title,
          seconds: seconds,
          way: way(speed * seconds / 2),
          note: "where the torque suffices"
        )
      end

      def coast(code, title)
        seconds = @inertia && @friction && @inertia * speed / @friction
        Stop.new(
          code: code,
          title: title,
          seconds: seconds,
          way: seconds && way(speed * seconds / 2),
          note: seconds ? "by friction alone" : "for a time that nobody knows: inertia or friction is not given"
        )
      end

      def direct(code, title)
        return unknown(code, title, "no current is set for it") unless current.positive?
        return unknown(code, title, "the inertia is not given") if @inertia.nil?
        seconds, angle, left = braked
        late = left > AT_REST * speed
        note = late ? "it ends after #{show(flows, "s")}, and the motor still turns at #{told(left)}" : lasts
        Stop.new(code: code, title: title, seconds: late ? nil : seconds, way: late ? nil : way(angle), note: note)
      end

      def unknown(code, title, note) = Stop.new(code: code, title: title, seconds: nil, way: nil, note: note)
      def lasts = "it flows for #{show(flows, "s")}"

      # A peak, and s
      def current = @current ||= @setup.figure("dc_brake.current") / 100 * values.rated_current
      def flows = @setup.figure("dc_brake.time")
      def wait = @setup.figure("ramps.restart_wait") / 1000
      def values = @values ||= Control::InductionValues.new { |key| @profile[key] ? @setup.figure(key) : 0 }

      # @return [Array<Float>] s and rad until it rests or the current ends, and rad/s that are left
      def braked
        now, seconds, angle = coasted
        while now > AT_REST * speed && seconds < wait + flows
          less = SHARE * now
          step = @inertia * (now - less) * (1 / opposing(now) + 1 / opposing(less)) / 2
          seconds += step
          angle += step * (now + less) / 2
          now = less
        end
        [seconds, angle, now]
      end

      # Until the current flows friction alone slows it. @return [Array<Float>] rad/s left, s and rad until then
      def coasted
        return speed, wait, speed * wait if @friction.nil?
        time = [wait, @inertia * speed / @friction].min
        left = speed - @friction / @inertia * time
        [left, time, (speed + left) / 2 * time]
      end

      def opposing(speed) = @friction.to_f + torque(speed)

      # N·m
      def torque(speed)
        k = values.pairs * speed * values.magnetising / values.cage
        1.5 * values.pairs * values.magnetising * current**2 * k / (1 + k**2)
      end

      def limit = @profile.fetch(@profile.speed_command.fetch("limit"))
      def way(angle) = angle.finite? ? @shaft.text(:angle, angle) : nil
      def told(speed) = show(limit.from_si(speed), @profile.speed_unit, 0)
      def show(figure, unit, decimals = nil) = Quantities.format(figure, unit, decimals)
    end
  end
end
