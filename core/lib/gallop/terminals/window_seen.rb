# frozen_string_literal: true

module Gallop
  module Terminals
    # What a motor did while its reference was moved from end to end: the speeds at both ends beside the lowest and the
    # highest that are set, and what the gait leaves of them.
    #
    #   seen = WindowSeen.new(looks, window: Window.of(setup), full: 1500.0, allowed: 375.0, unit: "rpm")
    #   seen.low.speed, seen.low.expected     # => 361.2, 360.0
    class WindowSeen
      include Findings

      # @!attribute at [Float] s @!attribute asked, speed [Float] in the drive's unit @!attribute run [Integer]
      Look = Record.define(:at, :asked, :speed, :run)

      # @!attribute asked, speed, expected [Float] @!attribute held [Boolean] whether the gait leaves less than is set
      End = Record.define(:asked, :speed, :expected, :held)

      STEADY = 0.6 # s for which the reference rests at an end
      NEAR = 0.02 # of the full speed, within which it does
      TOLERANCE = 0.03 # of the highest speed: slip, and what the measurement leaves
      LEAST = 0.1 # of the full speed between both ends

      # @param looks [Array<Look>] @param window [Window, nil] nil where the family has none
      # @param full [Float] the speed limit @param allowed [Float] what the gait leaves of it @param unit [String]
      def initialize(looks, window:, full:, allowed:, unit:)
        @looks = looks.reject { |look| look.run.zero? }
        @window = window
        @full = full
        @allowed = allowed
        @unit = unit
      end

      # At the smallest reference, and at the largest. @return [End, nil] nil where it did not rest there
      def low = @low ||= at_end(&:min)
      def high = @high ||= at_end(&:max)

      # @return [Array<Finding>]
      def findings
        return [not_started] if @looks.empty?
        return [not_moved] unless low && high && high.asked.abs - low.asked.abs > LEAST * @full
        Finding.in_order([off("lowest", low), off("highest", high), held_back].compact)
      end

      private

      def at_end
        wanted = yield(@looks.map { |look| look.asked.abs })
        resting =
          @looks
            .chunk_while { |a, b| near?(a, wanted) == near?(b, wanted) }
            .select { |part| near?(part.first, wanted) && part.last.at - part.first.at >= STEADY }
            .last
        resting && told(resting)
      end

      def near?(look, wanted) = (look.asked.abs - wanted).abs <= NEAR * @full

      # The last third: before it the ramp may not have ended.
      def told(looks)
        settled = looks.last([looks.size / 3, 1].max)
        asked = mean(settled, &:asked)
        set = held(asked, settled.last.run)
        expected = set.clamp(-@allowed, @allowed)
        End.new(asked: asked, speed: mean(settled, &:speed), expected: expected, held: set.abs > @allowed * 1.001)
      end

      def mean(looks) = looks.sum { |look| yield(look) } / looks.size.to_f
      def held(asked, run) = @window ? @window.held(asked, run) : asked.clamp(-@full, @full)

      def off(name, seen)
        return if (seen.speed - seen.expected).abs <= TOLERANCE * @full
        blocker(
          "#{name}_off",
          "At the #{name} reference #{speed(seen.speed)} were seen, and #{speed(seen.expected)} are to be",
          because: "The load holds the motor back, or its figures are not those of the plate.",
          so: "Look at the motor's data and the current at that speed.",
          values: ["limits.#{name}_speed"]
        )
      end

      def held_back
        return unless high.held
        note(
          "held_by_the_gait",
          "The highest speed was not reached: the gait leaves #{speed(@allowed)}",
          because: "Below the gait nothing is known of what is above it.",
          so: "Raise the gait, and repeat it."
        )
      end

      def not_started
        blocker(
          "not_started",
          "The motor was not started by its contacts",
          because: "Without a start there is no speed to be seen.",
          so: "Give the start, then bring the reference from end to end."
        )
      end

      def not_moved
        caution(
          "ends_unseen",
          "The reference did not rest at two ends",
          because: "At each end it has to stand for a second.",
          so: "Bring it to its lowest, wait until the speed is steady, then to its highest."
        )
      end

      def speed(figure) = Quantities.format(figure, @unit, 0)
    end
  end
end
