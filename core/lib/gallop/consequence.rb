# frozen_string_literal: true

module Gallop
  # A figure that follows from facts. decimals nil shows four significant digits.
  Consequence = Record.define(:id, :label, :value, :unit, decimals: nil, note: nil) do
    def text = Quantities.format(value, unit, decimals)
  end
end
