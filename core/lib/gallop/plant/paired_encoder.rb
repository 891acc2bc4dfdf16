# frozen_string_literal: true

module Gallop
  module Plant
    # Lines with an index, and a slow absolute signal of the same shaft beside them: a word of so many bits, a new one
    # only after its time, whose zero lies somewhere else than the index.
    class PairedEncoder < Encoder
      attr_accessor :word_powered

      # @param word_bits [Integer] of a turn @param word_time [Float] s @param word_offset [Float] rad from the word's
      # zero to the index
      def initialize(word_bits:, word_time: 0.0, word_offset: 0.0, **encoder)
        super(**encoder)
        @steps = 2**word_bits
        @word_time = word_time.to_f
        @word_offset = word_offset / TWO_PI
        @word_powered = true
        @word = 0
        @since_word = Float::INFINITY
      end

      # Lets its own time pass. @param dt [Float] s
      def wait(dt)
        @since_word += dt
      end

      # @param angle [Float] rad of the shaft @return [Integer] of 2^bits in a turn
      def word(angle)
        return @word if !@word_powered || @since_word < @word_time
        @since_word = 0.0
        @word = (((angle + @offset) * @scale / @counts_per_turn + @word_offset) % 1.0 * @steps).floor
      end
    end
  end
end
