# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A second encoder at the load: it closes the position loop, behind play and stretch, while the first keeps
      # commutation and speed. Both tell the same place where the electronics start.
      module SecondFeedback
        SECOND_LOST = 0x7306
        AT_THE_LOAD = 1

        private

        def start_second
          @second = axis.second_encoder
          @second_origin = @second ? @second.read(axis.mechanics.load_angle) : 0
          @by_load = false
          @second_step = 0.0
          @begun_at = @count
        end

        # By the load, where it is set so and there is something to read.
        def take_second
          @by_load = @effective["second_feedback.role"] == AT_THE_LOAD
          return unless @by_load
          turns = @effective["second_feedback.ratio_motor"].to_f / @effective["second_feedback.ratio_encoder"]
          sign = @effective["second_feedback.direction"] == 1 ? -1 : 1
          @second_step = sign * turns * Plant::TWO_PI / @effective["second_feedback.counts_per_turn"]
        end

        def second_count = @second ? @second.read(axis.mechanics.load_angle) - @second_origin : 0
        def second_lost? = @by_load && (@second.nil? || !@second.powered)

        # rad of the motor
        def place_of_load = @begun_at * @radians + second_count * @second_step
      end
    end
  end
end
