# frozen_string_literal: true

module Proving
  class Stimulus
    # To a speed, by the ramp, and back to rest after a while.
    class SpeedStep < Stimulus
      def mode = "speed"

      # @return [String] for lists
      def title = "Speed step to #{figure(size, bounds.speed_unit)}"

      private

      def first = Motion::Speed.new(size)

      # By the first ramps: up, what is left of the time at the speed, and down.
      def worded(held)
        goal = held.held.abs
        up = bounds.acceleration(gait)
        reached = [goal, up * hold].min
        far = reached**2 / (2 * up) + reached * (hold - reached / up) + reached**2 / (2 * bounds.deceleration)
        near = reached < goal ? "on its way to #{figure(goal, held.unit)} " : ""
        way = held.held.negative? ? "goes backward" : "goes"
        "The motor #{way} up to #{figure(reached, held.unit)} #{near}within #{seconds(hold)}, and back to " \
          "rest: about #{length_of(far, 1.0)}.#{held_back(held)}"
      end

      def carry_out
        command(first)
        pause(hold)
        command(Motion::Speed.new(0.0))
      end
    end
  end
end
