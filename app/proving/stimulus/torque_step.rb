# frozen_string_literal: true

module Proving
  class Stimulus
    # A torque, and none after a while.
    class TorqueStep < Stimulus
      def mode = "torque"

      # @return [String] for lists
      def title = "Torque step of #{figure(size, "%")}"

      private

      def first = Motion::Torque.new(size)

      # What is free to turn gets as fast as the gait lets it.
      def worded(held)
        top = gait.highest(bounds.speed(size))
        "The motor gets #{figure(held.held, "%")} of its rated torque for #{seconds(hold)}. Free to turn it reaches " \
          "up to #{figure(top, bounds.speed_unit)} and goes up to #{length_of(top, hold)}, then coasts down " \
          "against its friction." \
          "#{held_back(held)}"
      end

      def carry_out
        command(first)
        pause(hold)
        command(Motion::Torque.new(0.0))
      end
    end
  end
end
