# frozen_string_literal: true

module Proving
  class Stimulus
    # In one direction, as long as a button were held.
    class Jog < Stimulus
      AGAIN = 0.15 # s

      def mode = "position"

      # @return [String] for lists
      def title = "Jog #{size.negative? ? "backward" : "forward"}"

      private

      def first = Motion::Jog.new(size.negative? ? -1 : 1)

      def worded(held)
        top = [bounds.profile_speed, gait.highest(bounds.speed(size))].min
        "The motor jogs #{size.negative? ? "backward" : "forward"} for #{seconds(hold)} at up to " \
          "#{figure(top, bounds.speed_unit)}: up to #{length_of(top, hold)} and its ramp.#{held_back(held)}"
      end

      def carry_out
        ends = now + hold
        while now < ends
          command(first)
          pause([AGAIN, ends - now].min.clamp(0, AGAIN))
        end
        motion.halt(@tab)
      end
    end
  end
end
