# frozen_string_literal: true

module Gallop
  module Identify
    # Waits until a drive that has been enabled is aligned, where it has to be, and its brake is open.
    class Ready
      NOT_YET = [0, 1].freeze # of feedback.aligned
      ALIGNING = 12.0 # s at the longest
      MARGIN = 0.25 # s
      LOOK = 0.05 # s

      # @param instrument [Instrument]
      def initialize(instrument)
        @instrument = instrument
      end

      # @raise [Undecided]
      def await
        looks = 0
        while NOT_YET.include?(@instrument.figure("feedback.aligned")&.to_i)
          if (looks += 1) > ALIGNING / LOOK
            raise Undecided, "The drive has not found its magnets. Turn it by the field."
          end
          @instrument.refuse_fault
          @instrument.pause(LOOK)
        end
        @instrument.pause(@instrument.figure("brake.release_time").to_f + MARGIN)
      end
    end
  end
end
