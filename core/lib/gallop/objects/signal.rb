# frozen_string_literal: true

module Gallop
  module Objects
    # A quantity that a drive's firmware knows at the rate of its loops: live figures are read from it, and what records
    # at full rate names it by its number. kind: of Shaft::KINDS where it is a figure of what is moved, so that a
    # linear drive tells it in terms of its slide. bits: their meaning by place, of a word.
    Signal =
      Record.define(:key, :number, :name, unit: "", kind: nil, bits: {}) do
        # A word, or a count: it is what it is.
        def plain? = kind.nil? && (unit.empty? || unit == "counts")

        # @param shaft [Shaft] @return [String]
        def unit_of(shaft) = kind ? shaft.unit(kind) : unit

        # @param figure [Float] SI, of the shaft where it is one of it @return [Float] in its unit
        def shown(figure, shaft)
          return figure if plain?
          Quantities::Unit.fetch(unit_of(shaft)).from_si(kind ? shaft.real(kind, figure) : figure)
        end
      end
  end
end
