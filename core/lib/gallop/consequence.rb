# frozen_string_literal: true

module Gallop
  # What follows from facts: a figure, where decimals nil shows four significant digits, or words.
  Consequence =
    Record.define(:id, :label, :value, :unit, decimals: nil, note: nil, words: nil) do
      def text = words || Quantities.format(value, unit, decimals)
      def shown? = !words.nil? || value.to_f.finite?
    end
end
