# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Lines with an index tell by themselves when some are lost: from one index to the next there are whole turns, no
      # more and no less.
      class IndexCheck < Part
        CHECKED = 2 # of feedback.index
        LOST = 0x7308
        FEW = 2 # counts that may be missing

        def wake
          @passed = axis.encoder.index_count
        end

        def settings_changed
          @checks = raw("feedback.index") == CHECKED && axis.encoder.index?
          @counts = raw("feedback.counts_per_turn")
        end

        def each_millisecond(_dt)
          return if !@checks || axis.encoder.index_count == @passed
          @passed = axis.encoder.index_count
          missing = (axis.encoder.index_distance + @counts / 2) % @counts - @counts / 2
          drive.trip(LOST, Stopping::COAST) if missing.abs > FEW && drive.stage_on?
        end
      end
    end
  end
end
