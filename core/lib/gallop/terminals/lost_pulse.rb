# frozen_string_literal: true

module Gallop
  module Terminals
    # What becomes of a motor that follows a pulse once its transmitter is off, from its highest speed:
    #
    #   t = lost time + speed / deceleration of the fault reaction
    #
    # and a little longer where halls tell the speed: below some turns a second an edge comes too late for the loop, and
    # friction does the rest.
    class LostPulse
      COAST = 0 # of control.fault_reaction
      SLOW_DOWN = 1
      BY_HALLS = 0.2 # s

      # @param profile [Objects::Profile] with a pulse input @param values [Hash{String => Object}] raw by key
      def initialize(profile, values)
        @profile = profile
        @setup = Setup.new(profile, values)
      end

      # s until the fault is there
      def noticed = @setup.figure("pulse.lost_time") / 1000

      # s from then on; nil where it coasts
      def stopping
        reaction = @setup.raw("control.fault_reaction")
        return if reaction == COAST
        @setup.full_speed / @setup.figure(reaction == SLOW_DOWN ? "ramps.deceleration" : "ramps.quick_stop")
      end

      # s at the end, of which nothing is known but that it is short
      def unseen = @profile.rating[:feedback] == ["halls"] ? BY_HALLS : 0.0

      # @return [Float, nil] s at the longest
      def seconds = stopping && noticed + stopping + unseen

      def sentence
        speed = Quantities.format(@setup.full_speed, @profile.speed_unit, 0)
        soon = "Transmitter off at #{speed}: fault FF40 after #{Quantities.format(1000 * noticed, "ms", 0)}"
        return "#{soon}, and it coasts to rest." if seconds.nil?
        "#{soon}, at rest within #{Quantities.format(seconds, "s", 2)} of the last pulse, where the torque suffices."
      end
    end
  end
end
