# frozen_string_literal: true

module Gallop
  module Identify
    # What an encoder has counted while an induction motor turned without it, against the speed that output frequency
    # and slip give.
    class ShaftCount
      include Findings
      include Told

      SILENT = 0.02 # of the counts that should come, below which none came
      AGREES = 0.01 # of them, beside what the slip leaves open
      OF_SLIP = 0.2 # of the rated slip, by which that of now is known

      # @param stretches [Array<FreeStretch>] @param counts [Float] in a turn, as they are set
      # @param slip [Float] rated, of the field's speed
      def initialize(stretches, counts:, slip:)
        @stretches = stretches
        @counts = counts
        @slip = slip
      end

      # What came over what should come, signed; of the quicker stretch, where the slip is the smaller share.
      def share = @share ||= @stretches.last.counted / (@stretches.last.speed / (2 * Math::PI) * @counts)

      def within = AGREES + OF_SLIP * @slip
      def sound? = findings.empty?

      def rows
        [
          [
            "Counts of the encoder",
            "#{percent(share)} of those that output frequency and slip give, ± #{percent(within)}"
          ]
        ]
      end

      def findings = @findings ||= [silent || lines_wrong, backward].compact

      # @return [Array<Estimate>]
      def estimates
        return [] if silent
        [
          (Estimate.new(key: "feedback.counts_per_turn", figure: 4.0 * likely.first, uncertainty: 0.0) if certain?),
          (Estimate.new(key: "feedback.direction", figure: other_direction, uncertainty: 0.0) if backward)
        ].compact
      end

      private

      # The direction as it is set is in the count already.
      def other_direction = @stretches.last.reversed? ? 0 : 1
      def likely = UsualLines.around(@counts * share.abs / 4, within)
      def certain? = !lines_wrong.nil? && likely.one?

      def silent
        return unless share.abs < SILENT
        blocker(
          "encoder_silent",
          "The encoder does not count",
          because: "The motor turned, as its frequency and currents show, and the count stood.",
          so: "Measure the supply at the device, then look at its plug and cable; nothing in software helps."
        )
      end

      def lines_wrong
        return if (share.abs - 1).abs < within
        blocker(
          "lines_wrong",
          "#{percent(share.abs)} of the counts came that should come",
          because: "#{right} Set are #{whole(@counts)} counts a turn.",
          so: "Compare it with the label of the device, and write the right one.",
          values: %w[feedback.counts_per_turn]
        )
      end

      def right
        if likely.empty?
          return "No usual number of lines explains it: look at the mounting, and for one of both channels."
        end
        "It would be right with #{likely.map { |lines| "#{whole(lines)} lines" }.join(" or ")}."
      end

      def whole(figure) = Quantities.format(figure, nil, 0)

      def backward
        return unless share < -SILENT
        blocker(
          "counts_backward",
          "The count falls while the field goes forward",
          because:
            "Channels A and B of the encoder, or two motor wires, are exchanged. By it the motor would not start.",
          so:
            "Reverse the counting direction in software, or exchange A and B at the plug. Which way the machine goes " \
              "is another matter: Verify tells it.",
          values: %w[feedback.direction]
        )
      end
    end
  end
end
