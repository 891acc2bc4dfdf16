# frozen_string_literal: true

module Gallop
  module Identify
    # What the brake's strokes say in words, and what is proposed.
    class BrakeFindings
      include Findings

      RESOLUTION = 2.0 # ms
      SPREAD = 0.4 # of the longest, by which strokes may differ

      # @param openings, closings [Array<BrakeStroke>]
      def initialize(openings, closings)
        @openings = openings
        @closings = closings
      end

      # s, the longest; nil where it was not seen
      def release = @release ||= longest(@openings)
      def engage = @engage ||= longest(@closings)

      def headline
        return "#{findings.first.headline}." if findings.first&.blocker?
        "It opens within #{shown(release)} and grips within #{shown(engage)}."
      end

      def rows
        [["Opens after", listed(@openings)], ["Grips after", listed(@closings)]]
      end

      def findings = @findings ||= Finding.in_order([does_not_hold || stays_closed, uneven].compact)

      # @return [Array<Estimate>] ms
      def estimates
        return [] if findings.any?(&:blocker?)
        { "brake.release_time" => @openings, "brake.engage_time" => @closings }.map do |key, strokes|
          times = strokes.map { |one| one.time * 1000 }
          Estimate.new(key: key, figure: times.max.ceil.to_f, uncertainty: RESOLUTION + times.max - times.min)
        end
      end

      private

      def longest(strokes) = strokes.all?(&:time) ? strokes.map(&:time).max : nil
      def shown(time) = Quantities.format(time * 1000, "ms", 0)
      def listed(strokes) = strokes.map { |one| one.time ? shown(one.time) : "never" }.join(", ")

      def stays_closed
        return if @openings.all?(&:time)
        blocker(
          "brake_stays_closed",
          "The brake does not open",
          because: "Its coil had its voltage for a second, the field stood 60° aside, and the shaft did not move.",
          so: "Measure the voltage at the coil, and listen whether it clicks; look at fuse, supply and wires.",
          values: %w[brake.fitted]
        )
      end

      def does_not_hold
        return if (@openings + @closings).none?(&:slipped?)
        blocker(
          "brake_slips",
          "The brake does not hold #{Quantities.format(BrakeTimes::SHARE * 100, "%", 0)} of the rated current",
          because: "The shaft followed the field while the coil was without voltage.",
          so: "Look whether it is lifted by hand, oily or worn, and never hang a load on it as it is."
        )
      end

      def uneven
        return if findings_before? || [@openings, @closings].none? { |strokes| spread(strokes) > SPREAD }
        note(
          "brake_uneven",
          "The strokes of the brake differ",
          because: "Of the same three strokes the longest took much more than the shortest.",
          so: "Look at the voltage of its coil under load; give the times a margin."
        )
      end

      def findings_before? = !stays_closed.nil? || !does_not_hold.nil?

      def spread(strokes)
        times = strokes.map(&:time)
        (times.max - times.min - RESOLUTION / 500) / [times.max, 0.01].max
      end
    end
  end
end
