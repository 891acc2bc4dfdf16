# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What the drive puts out for another device as an incremental encoder would: four edges a line, as its own
      # feedback tells the place, and once in a turn an index.
      class EncoderOutput < Part
        EDGES = 4 # of a line

        def settings_changed
          @edges = EDGES * raw("encoder_output.lines")
          @index = raw("encoder_output.index_position") ? setting("encoder_output.index_position") / 360 : 0.0
          @turns = nil
        end

        def each_millisecond(_dt)
          return axis.box.hear_counts(nil) if @edges.zero?
          now = drive.turns
          axis.box.hear_counts((now * @edges).floor)
          latch(@turns, now) if @turns && passes(@turns) != passes(now)
          @turns = now
        end

        private

        # Turns of the index, whole ones, up to a place
        def passes(turns) = (turns - @index).floor

        def latch(before, now)
          place = [passes(before), passes(now)].max + @index
          axis.box.hear_index((place * @edges).floor)
        end
      end
    end
  end
end
