# frozen_string_literal: true

module Gallop
  module Identify
    # Which current channel is whose, as a drive takes it in software: exchanged first, then reversed. As a matrix,
    # what is taken = diag(signs) · X · what the channels show.
    Assignment =
      Record.define(:exchanged, :signs) do
        # @param code [Integer, nil] raw, of sensing.assignment
        def self.of(code)
          code = code.to_i
          new(exchanged: code[0] == 1, signs: [code[1] == 1 ? -1.0 : 1.0, code[2] == 1 ? -1.0 : 1.0])
        end

        # @return [Integer] raw
        def code = (exchanged ? 1 : 0) + (signs[0].negative? ? 2 : 0) + (signs[1].negative? ? 4 : 0)

        def as_wired? = code.zero?

        # The one that puts right what is still seen to be wrong: M = P W, so that P' = W⁻¹ = Mᵀ P.
        # @param reading [Channels::Reading] of what is taken, against what flows @return [Assignment]
        def corrected(reading)
          wrong = Assignment.new(exchanged: reading.exchanged, signs: %i[u v].map { |one| sign(reading, one) })
          product = Assignment.product(Assignment.transposed(wrong.matrix), matrix)
          exchanged = product[0][0].zero?
          Assignment.new(exchanged: exchanged, signs: product.map(&:sum))
        end

        def matrix = exchanged ? [[0.0, signs[0]], [signs[1], 0.0]] : [[signs[0], 0.0], [0.0, signs[1]]]

        private

        def sign(reading, channel) = reading.reversed.include?(channel) ? -1.0 : 1.0
      end

    class Assignment
      KEY = "sensing.assignment"

      def self.transposed(matrix) = matrix.transpose
      def self.product(one, other) =
        one.map { |row| other.transpose.map { |column| row.zip(column).sum { |a, b| a * b } } }
    end
  end
end
