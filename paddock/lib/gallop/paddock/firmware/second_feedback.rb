# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A second encoder at the load: it closes the position loop, behind play and stretch, while the first keeps
      # commutation and speed. Both tell the same place where the electronics start.
      class SecondFeedback < Part
        LOST = 0x7306
        AT_THE_LOAD = 1

        def wake
          @device = axis.second_encoder
          @origin = @device ? seen : 0
          @step = 0.0
          @leads = false
        end

        # @param count [Integer] of the first, where both begin
        def begin_at(count)
          @begun_at = count
        end

        def settings_changed
          @leads = raw("second_feedback.role") == AT_THE_LOAD
          return unless @leads
          turns = raw("second_feedback.ratio_motor").to_f / raw("second_feedback.ratio_encoder")
          sign = raw("second_feedback.direction") == 1 ? -1 : 1
          @step = sign * turns * Plant::TWO_PI / raw("second_feedback.counts_per_turn")
        end

        # Whether the position loop goes by it.
        def leads? = @leads

        def lost? = @leads && (@device.nil? || !@device.powered)
        def count = @device ? seen - @origin : 0

        def signals = { "second_feedback.position" => -> { count } }

        # @param radians [Float] of a count of the first @return [Float] rad of the motor
        def place(radians) = drive.direction * @begun_at * radians + drive.polarity * count * @step

        private

        def seen = @device.read(axis.mechanics.load_angle)
      end
    end
  end
end
