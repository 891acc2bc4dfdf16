# frozen_string_literal: true

module Gallop
  module Plant
    # What sits on the motor shaft, with its wiring: counts, index and hall sensors. Powered off it keeps its last
    # word, as a broken cable does.
    #
    # Exchanged channels count backward. With index and channel A exchanged the decoder sees B alone: it goes to and
    # fro between two counts, a step further with each index pulse. Hall wires can be permuted; where the count is
    # made from the halls, it follows them.
    class Encoder
      KINDS = %w[incremental incremental_halls absolute halls absolute_lines].freeze
      HALL_STATES = [0b001, 0b011, 0b010, 0b110, 0b100, 0b101].freeze # in the positive direction, A in bit 0
      # Which sensor arrives on wires A, B and C.
      HALL_ORDERS = [[0, 1, 2], [1, 2, 0], [2, 0, 1], [1, 0, 2], [0, 2, 1], [2, 1, 0]].freeze

      attr_reader :counts_per_turn, :count, :kind, :hall_order, :index_count, :index_distance
      attr_accessor :powered, :channels_exchanged, :index_exchanged

      # @param counts_per_turn [Integer], @param direction [Integer] 1 or −1, @param offset [Float] rad of mounting
      # @param kind [String] of KINDS @param pole_pairs [Integer] electrical turns of the halls in a turn of the shaft
      def initialize(counts_per_turn:, direction: 1, offset: 0.0, kind: "absolute", pole_pairs: 1)
        @counts_per_turn = counts_per_turn
        @kind = kind
        @channels = kind.start_with?("incremental") || kind == "absolute_lines"
        @halls = kind.end_with?("halls")
        @counts_halls = kind == "halls"
        @scale = direction * counts_per_turn / TWO_PI
        @hall_scale = direction * pole_pairs * 6 / TWO_PI
        @offset = offset.to_f
        @powered = true
        @channels_exchanged = @index_exchanged = false
        @count = @index_count = @index_distance = 0
        @index_at = nil
        @turn = nil
        self.hall_order = 0
      end

      def channels? = @channels

      # Whether it has a pulse once a turn.
      def index? = @channels

      # Count at which the last one came; nil before the first.
      def index_place = @index_at

      def halls? = @halls

      # @param order [Integer] place in HALL_ORDERS
      def hall_order=(order)
        @hall_order = order
        @hall_seen = HALL_STATES.map { |state| permuted(state) }
        places = @hall_seen.map { |state| HALL_STATES.index(state) }
        @hall_backward = (places[1] - places[0]) % 6 == 5
        @hall_shift = places[0]
      end

      # @param angle [Float] rad of the shaft, unwrapped
      # @return [Integer] counts, unwrapped
      def read(angle)
        return @count unless @powered
        true_count = ((angle + @offset) * @scale).floor
        return @count = @counts_halls ? counted_by_halls(true_count) : true_count unless @channels
        @count = counted(true_count)
        watch_index(true_count)
        @count
      end

      # @return [Integer] bits of the wires A, B and C; none without supply
      def halls(angle) = @powered && halls? ? @hall_seen[((angle + @offset) * @hall_scale).floor % 6] : 0

      private

      def permuted(state) = HALL_ORDERS[@hall_order].each_with_index.sum { |sensor, wire| state[sensor] << wire }

      def counted(true_count)
        return decoded_without_a(true_count) if @index_exchanged
        @channels_exchanged ? -true_count : true_count
      end

      def counted_by_halls(true_count) = (@hall_backward ? -true_count : true_count) + @hall_shift

      # B is high in the second half of each line; A's wire carries the index, which is high for one count of a turn.
      def decoded_without_a(true_count) = true_count / @counts_per_turn + ((true_count & 3) >= 2 ? 1 : 0)

      # The count in the moment of the pulse, whenever it is read.
      def latch(turn, true_count)
        return @count if @index_exchanged
        since = true_count - (turn > @turn ? turn : turn + 1) * @counts_per_turn
        @channels_exchanged ? @count + since : @count - since
      end

      # A pulse where the turn begins; on A's wire there come as many as lines.
      def watch_index(true_count)
        turn = @index_exchanged ? true_count >> 2 : true_count.div(@counts_per_turn)
        @turn ||= turn
        return if turn == @turn
        @index_count = (@index_count + (turn - @turn).abs) & 0xFFFF
        latched = latch(turn, true_count)
        @index_distance = @index_at ? latched - @index_at : 0
        @index_at = latched
        @turn = turn
      end
    end
  end
end
