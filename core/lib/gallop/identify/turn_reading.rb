# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # What the legs of an open turn tell, and what is wrong with the wiring where something is.
    class TurnReading
      RATIO = 0.012 # by which counts for an electrical turn may differ, over many of them
      RATIO_OF_ONE = 0.06 # over one
      NO_ANGLE = %i[held blocked index_on_channel silent silent_or_held no_counts].freeze
      UNEVEN = 0.3 # of the ratio, from half turn to half turn
      STATES = Plant::Encoder::HALL_STATES

      attr_reader :legs, :pairs, :counts, :seen

      # @param legs [Array<OpenTurn::Legs>] at one current, or two
      # @param pairs [Integer], @param counts [Float] as they are set @param halls_alone [Boolean] whether the count is
      # made from halls @param salience [Float, nil] of Balance, at the largest current @param ask [Proc] that answers
      # which way the shaft turned at first: clockwise, counter_clockwise, not_at_all or unseen
      def initialize(legs, pairs:, counts:, halls:, halls_alone:, absolute:, ask:, salience: nil)
        @legs = legs
        @pairs = pairs
        @counts = counts
        @halls = halls
        @halls_alone = halls_alone
        @absolute = absolute
        @ask = ask
        @salience = salience
        @cause = find_cause
      end

      # @return [Symbol, nil] what is wrong
      attr_reader :cause

      # 1 where the count rises with the field, −1 where it falls
      def sense = slope.negative? ? -1 : 1

      # Counts for an electrical turn of the field.
      def counts_a_turn = slope.abs * 2 * Math::PI

      # Times as many counts came as should.
      def ratio = counts_a_turn / expected

      # Whether the halls go through their states in the order of the field: 1, −1, or nil without any
      def hall_sense
        return sense if @halls_alone
        steps = hall_steps
        return if steps.size < 4
        steps.sum.positive? ? 1 : -1
      end

      # Electrical turns after which the shaft stood.
      def blocked_after = both.filter_map { |leg| leg.blocked_after(expected / (2 * Math::PI)) }.min

      # What the index says: counts in a turn of the device, nil where two pulses have not been seen.
      def index_counts
        distance = @legs.first.index_distance.to_f.abs.round
        seen = @legs.first.index_seen.compact
        distance if seen.first.to_i >= 2 && distance.positive?
      end

      # Whether the legs went round far enough for an index to come.
      def turned_once? = @legs.first.forward.turns.abs >= 1.02 * pairs

      # The likely right figures: pole pairs and counts a turn, each nil where it is as it is set.
      # @return [Array(Integer, Integer)]
      def corrected
        return nil, nil unless cause == :ratio
        return whole_pairs, nil if @absolute || index_counts == @counts.round
        return nil, index_counts if index_counts
        fits_lines? && !whole_pairs ? [nil, likely_counts] : [whole_pairs, (likely_counts if fits_lines?)]
      end

      # Electrical rad between the device's zero and the magnets, as the count will have it once its direction is right.
      # @return [Float] −π to π
      def offset = balance.offset

      # By which the shaft lags behind the field by friction, and by which the load pulls it away, at the larger
      # current. @return [Float] rad
      def lag = balance.lag
      def load_angle = balance.load_angle
      # Of the torque of the larger current, by both
      def taken = balance.taken

      # Whether there is an angle to speak of. Beside a mistake that has a name it need not be.
      # @raise [Undecided] where nothing is wrong, and it cannot be told all the same
      def angle?
        balanced? && !NO_ANGLE.include?(cause) && !balance.nil?
      rescue Undecided
        raise if cause.nil?
        false
      end

      # Whether the offset could be told from friction and load.
      def balanced? = @legs.size > 1

      # Which hall arrives on which wire: place in Plant::Encoder::HALL_ORDERS; nil without halls, or where they are in
      # no order that exchanged wires alone would make, as behind exchanged phases, which lie between two of them.
      def hall_order
        return unless hall_sense
        starts = edges_by_state
        return if starts.size < 6
        place = starts.sum { |n, angle| Complex.polar(1, angle - hall_sense * n * Math::PI / 3) }.arg
        sixth = (place * 3 / Math::PI).round % 6
        ORDERS[[hall_sense, sixth]]
      end

      # By sense, and by the sixth in which the first state begins.
      ORDERS = { [1, 0] => 0, [1, 2] => 1, [1, 4] => 2, [-1, 2] => 3, [-1, 0] => 4, [-1, 4] => 5 }.freeze

      # Electrical rad of each edge of the halls against where it belongs. @return [Array<Float>] by HALL_STATES
      def hall_errors
        return if cause || !@halls
        by_state = edges_by_state
        return if by_state.size < 6
        (0..5).map { |n| wrapped(by_state.fetch(n) - n * Math::PI / 3) }
      end

      # Of a count: as it is set, or as it was measured where that is wrong. @return [Float] electrical rad, signed
      def rad = sense * 2 * Math::PI / ((ratio - 1).abs > most_off ? counts_a_turn : expected)

      # Halls tell a sixth of a turn, and the drive takes its middle. @return [Float] counts
      def half = @halls_alone ? 0.5 * sense : 0.0

      private

      def both = [@legs.first.forward, @legs.first.backward]
      def expected = @counts / @pairs.to_f
      def most_off = [RATIO, RATIO_OF_ONE / [both.map(&:whole_turns).min, 1].max].max
      def slope = @slope ||= (@legs.first.forward.slope + @legs.first.backward.slope) / 2

      def find_cause
        return :index_on_channel if index_on_channel?
        return cause_of_silence if both.all? { |leg| leg.span <= 2 }
        return :held if both.all? { |leg| leg.span < 0.5 * expected }
        return :blocked if blocked_after
        refuse_uneven
        return :ratio if (ratio - 1).abs > most_off
        return backward if sense == -1
        hall_order&.positive? ? :hall_order : nil
      end

      def cause_of_silence
        return :no_counts if hall_steps.size > 4
        @seen = @ask.call
        %w[clockwise counter_clockwise].include?(@seen) ? :silent : (@seen == "not_at_all" ? :held : :silent_or_held)
      end

      # On the wire of A comes the index, and the count goes to and fro; on that of the index as many pulses as lines.
      def index_on_channel?
        most = @legs.first.index_seen.compact.max or return false
        small = both.all? { |leg| leg.span < 0.05 * expected * leg.turns.abs }
        small && most > 4 * [both.first.turns.abs / @pairs, 1].max
      end

      # Counts against the field: what turns with the counts, or with the field, tells whose fault it is.
      def backward
        return hall_order ? :hall_order : :phases_exchanged if @halls_alone
        return hall_sense == 1 ? :channels_exchanged : :phases_exchanged if hall_sense
        return :phases_exchanged if @absolute
        @seen = @ask.call
        { "clockwise" => :channels_exchanged, "counter_clockwise" => :phases_exchanged }.fetch(@seen, :backward)
      end

      def refuse_uneven
        slopes = @legs.flat_map { |two| [two.forward, two.backward] }.flat_map(&:slopes)
        uneven = slopes.count { |one| (one - slope).abs > UNEVEN * slope.abs }
        return if uneven <= 0.25 * slopes.size
        raise Undecided,
              "The shaft does not follow the field smoothly: friction or load take most of what the current gives. " \
                "Give it more current (a quicker gait, a higher current limit), or uncouple the load."
      end

      def whole_pairs
        right = @pairs / ratio
        right.round if right.round >= 1 && (right - right.round).abs < 0.04 * right.round
      end

      def likely_counts = 4 * UsualLines.nearest(@counts * ratio / 4)
      def fits_lines? = (likely_counts / (@counts * ratio) - 1).abs < 0.02

      # What keeps the shaft away from the field, at each current.
      def balance
        @balance ||=
          begin
            legs = (balanced? ? @legs.drop(1) : @legs).flat_map { |two| [two.forward, two.backward] }
            most = legs.map(&:current).max
            Balance.new(
              legs.map do |leg|
                vector, double, path = leg.over_way(rad, half: half)
                Balance::Look.new(
                  direction: leg.direction,
                  share: leg.current / most,
                  vector: vector,
                  double: double,
                  path: path
                )
              end,
              salience: @salience
            )
          end
      end

      def hall_steps
        both.flat_map do |leg|
          leg.edges.filter_map do |before, after, *|
            next unless STATES.include?(before) && STATES.include?(after)
            step = { 1 => 1, 5 => -1 }[(STATES.index(after) - STATES.index(before)) % 6]
            step && step * leg.direction
          end
        end
      end

      # Electrical rad at which each state begins in the positive direction, in the mean of both.
      def edges_by_state
        angles = Hash.new { |hash, key| hash[key] = [] }
        both.each do |leg|
          leg.edges.each do |before, after, field, count|
            state = leg.direction == 1 ? after : before
            next unless STATES.include?(state)
            angles[STATES.index(state)] << (@halls_alone ? field : count * rad + offset)
          end
        end
        angles.transform_values { |all| all.sum { |angle| Complex.polar(1, angle) }.arg }
      end

      def wrapped(angle) = (angle + Math::PI) % (2 * Math::PI) - Math::PI
    end
  end
end
