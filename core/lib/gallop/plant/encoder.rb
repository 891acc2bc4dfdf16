# frozen_string_literal: true

module Gallop
  module Plant
    # A shaft encoder: the angle as a whole number of counts. Direction −1 stands for exchanged channels; powered off it keeps its
    # last word, as a broken cable does.
    class Encoder
      attr_reader :counts_per_turn, :count
      attr_accessor :powered

      # @param counts_per_turn [Integer], @param direction [Integer] 1 or −1, @param offset [Float] rad of mounting
      def initialize(counts_per_turn:, direction: 1, offset: 0.0)
        @counts_per_turn = counts_per_turn
        @scale = direction * counts_per_turn / TWO_PI
        @offset = offset.to_f
        @powered = true
        @count = 0
      end

      # @param angle [Float] rad of the shaft, unwrapped
      # @return [Integer] counts, unwrapped
      def read(angle)
        @count = ((angle + @offset) * @scale).floor if @powered
        @count
      end
    end
  end
end
