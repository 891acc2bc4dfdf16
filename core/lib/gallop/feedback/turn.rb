# frozen_string_literal: true

module Gallop
  module Feedback
    # What was seen of the device while the shaft was turned by hand: counts, index and hall states against what
    # should come, and the wiring fault that is the likely cause of a difference.
    #
    #   turn = Feedback::Turn.new(samples, turns: 1, counts: 10_000, pole_pairs: 4)
    #   turn.counts_seen     # => -10000
    #   turn.findings.first  # => the channels A and B are exchanged
    class Turn
      include Findings

      # One look: count (wrapped to 32 bits), halls (bits, nil where there are none), index pulses and counts between
      # the last two of them.
      Look = Record.define(:count, halls: nil, index_count: nil, index_distance: nil)

      NEAR = 0.08 # of a turn, by which a hand misses its mark
      STATES = Plant::Encoder::HALL_STATES

      attr_reader :looks, :turns, :counts, :pole_pairs

      # @param looks [Array<Look>] in the order of time @param turns [Numeric] as the technician turned, in the
      # motor's positive direction
      # @param counts [Integer] expected in a turn @param pole_pairs [Integer, nil]
      # @param index, halls [Boolean] whether the device has them @param halls_alone [Boolean] whether the count is
      # made from the halls
      def initialize(
        looks,
        turns:,
        counts:,
        pole_pairs: nil,
        index: false,
        halls: false,
        halls_alone: false,
        shaft: Shaft.turning
      )
        @looks = looks
        @turns = turns
        @shaft = shaft
        @counts = counts
        @pole_pairs = pole_pairs
        @index = index
        @halls_expected = halls || halls_alone
        @halls_alone = halls_alone
      end

      def counts_seen = @counts_seen ||= looks.each_cons(2).sum { |before, after| wrapped(after.count - before.count) }
      def counts_expected = (counts * turns).round
      def index_pulses = looks.first.index_count && (looks.last.index_count - looks.first.index_count) & 0xFFFF
      def hall_states = looks.filter_map(&:halls).uniq
      def forward_steps = steps.count(1)
      def backward_steps = steps.count(-1)

      # Steps of the hall state between looks: 1, −1, or nil where more than one was passed unseen.
      def steps
        @steps ||=
          looks
            .filter_map(&:halls)
            .chunk_while { |a, b| a == b }
            .map(&:first)
            .each_cons(2)
            .map do |before, after|
              next unless STATES.include?(before) && STATES.include?(after)
              { 1 => 1, 5 => -1 }[(STATES.index(after) - STATES.index(before)) % 6]
            end
      end

      # @return [Array<Finding>] the most severe first; none when all is as it should be
      def findings
        return [silent].compact if counts_seen.abs <= 2 && steps.empty? && index_pulses.to_i.zero?
        Finding.in_order(
          [
            index_on_a_channel || counts_wrong,
            direction_wrong,
            halls_dead,
            halls_backward,
            hall_count_wrong,
            index_wrong
          ].compact
        )
      end

      private

      def wrapped(count) = ((count + 0x80000000) & 0xFFFFFFFF) - 0x80000000
      def halls? = hall_states.any? { |state| STATES.include?(state) }
      def halls_wired? = !looks.first.halls.nil? && (halls? || @halls_expected)
      def share = counts_seen.abs / counts_expected.abs.to_f
      def sign = turns.positive? ? 1 : -1
      def hall_direction = (forward_steps - backward_steps) <=> 0
      def thing = @shaft.word(:thing)
      def way(turns) = "#{show(turns, 1)} #{@shaft.word(:turn)}#{(@shaft.slides? ? "es" : "s") if turns.abs != 1}"
      def show(value, decimals = 0) = Quantities.format(value, nil, decimals)

      def silent
        dark = looks.last.halls&.zero? && @halls_alone
        blocker(
          "silent",
          "Nothing came while the #{thing} was #{@shaft.word(:turned)}",
          because:
            (
              if dark
                "All hall sensors are off, which is no position: their supply is missing."
              else
                "Neither counts nor index nor halls changed."
              end
            ),
          so: "Measure the supply at the device, then look for its plug. If it did not move, try again."
        )
      end

      # B alone goes to and fro between two counts; the lines arrive at the index input.
      def index_on_a_channel
        return unless counts_seen.abs < 0.02 * counts_expected.abs && index_pulses.to_i > 20 * turns.abs
        blocker(
          "index_on_a_channel",
          "#{show(index_pulses)} index pulses in #{way(turns.abs)}, and hardly a count",
          because:
            "So many are lines: index and channel A have each other's wires. The other channel alone steps to and fro.",
          so: "Exchange the wires of the index and of channel A."
        )
      end

      def counts_wrong
        return if (share - 1).abs <= NEAR / turns.abs + 1.0 / counts
        blocker(
          "counts_wrong",
          "#{show(counts_seen)} counts came; #{show(counts_expected)} belong to #{way(turns)}",
          because: CountRatio.cause(share, pole_pairs),
          so: "Compare lines and bits with the device's label, and the way that was turned."
        )
      end

      def direction_wrong
        return if counts_seen.zero? || (counts_seen <=> 0) == sign || share < 0.02
        return halls_exchanged("The count is made from them and runs backward.") if @halls_alone
        return channels_exchanged if halls? && hall_direction == sign
        caution(
          "counts_backward",
          "The count falls while the #{thing} goes in its positive direction",
          because:
            (
              if halls?
                "The halls run backward with it: the device looks the other way."
              else
                "Channels A and B are exchanged, or the device looks the other way."
              end
            ),
          so:
            (
              if halls?
                "Set the counting direction to reversed."
              else
                "Exchange A with B, both wires of each, or set the counting direction to reversed."
              end
            )
        )
      end

      def channels_exchanged
        blocker(
          "channels_exchanged",
          "The count falls while the halls run forward",
          because: "Channels A and B are exchanged: commutation by halls and by counts would work against each other.",
          so: "Exchange A with B, both wires of each; or set the counting direction to reversed."
        )
      end

      def halls_exchanged(reason)
        blocker(
          "halls_exchanged",
          "The halls run backward while the #{thing} goes in its positive direction",
          because: "Two of the three hall wires are exchanged. #{reason}",
          so: "Exchange two hall wires: #{pairs_to_try}."
        )
      end

      # Which two cannot be told by turning alone: each exchange makes the sequence run backward.
      def pairs_to_try = "A with B first; if the motor then shudders when it is enabled, B with C, then A with C"

      def halls_backward
        if !halls? || @halls_alone || hall_direction.zero? || hall_direction == sign || (counts_seen <=> 0) != sign
          return
        end
        halls_exchanged("The count runs forward, so the #{thing} did go that way.")
      end

      def halls_dead
        return unless halls_wired? && shaft_turned?
        if hall_states.any? { |state| [0, 7].include?(state) }
          return(
            blocker(
              "halls_invalid",
              "The halls show #{looks.any? { |look| look.halls == 7 } ? "all on" : "all off"}",
              because: "That is no position: a wire or the supply is missing.",
              so: "Check the supply of the halls and their plug."
            )
          )
        end
        dead = (0..2).select { |bit| hall_states.map { |state| state[bit] }.uniq.one? }
        return if dead.empty? || (counts_seen.abs / counts.to_f) * (pole_pairs || 1) < 1
        names = dead.map { |bit| %w[A B C][bit] }.join(" and ")
        blocker(
          "hall_missing",
          "Hall #{names} did not change in a whole electrical turn",
          because: "Its wire is broken, or it sits on the wrong terminal.",
          so: "Check the wire of hall #{names}."
        )
      end

      def shaft_turned? = counts_seen.abs > 0.5 * counts_expected.abs

      # Six steps in each electrical turn.
      def hall_count_wrong
        return if !halls? || pole_pairs.nil? || @halls_alone || !shaft_turned?
        return too_quick if steps.any?(&:nil?)
        seen = (forward_steps - backward_steps).abs / (6.0 * turns.abs)
        return if (seen - pole_pairs).abs <= 0.5 + NEAR * pole_pairs
        blocker(
          "hall_count_wrong",
          "#{show((forward_steps - backward_steps).abs)} hall steps in #{way(turns.abs)} are #{show(seen, 1)} pole " \
            "pairs; #{pole_pairs} are given",
          because: "The halls go through six states in each electrical turn.",
          so: "Check the pole pairs at Motor: half the number of poles."
        )
      end

      def too_quick
        note(
          "too_quick",
          "The halls were passed quicker than they could be seen",
          because: "Some states are missing in the record; their order cannot be judged.",
          so: "Turn again, more slowly."
        )
      end

      def index_wrong
        return if !@index || index_pulses.nil? || !shaft_turned?
        return if index_on_a_channel
        if index_pulses.zero? && turns.abs > 1.1
          return(
            caution(
              "index_missing",
              "No index pulse came in #{way(turns.abs)}",
              because: "One belongs to each turn: its wires are missing or on other terminals.",
              so: "Check the wires of the index."
            )
          )
        end
        distance = looks.last.index_distance
        return unless index_pulses >= 2 && distance && (distance.abs - counts).abs > [2, counts / 1000].max
        caution(
          "index_distance_wrong",
          "#{show(distance.abs)} counts between two index pulses; #{show(counts)} belong there",
          because: "Counts are lost or added within a turn: noise, or a channel with a bad contact.",
          so: "Check screen and ground of the encoder cable."
        )
      end
    end
  end
end
