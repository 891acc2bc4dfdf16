# frozen_string_literal: true

require "bigdecimal"
require "bigdecimal/util"

module Gallop
  module Files
    # Raw values as plain texts that come back as the same raw value: exact decimals with a point, numbers for choices
    # and bits.
    module Figures
      module_function

      # @return [String]
      def text(entry, raw)
        return raw if entry.text?
        return entry.show(raw) if entry.octets || entry.hexadecimal
        return raw.to_s if entry.data_type.float? || entry.scale == 1
        decimal = (raw.to_d * entry.scale.to_s.to_d).to_s("F")
        decimal.sub(/\.0\z/, "")
      end

      FORMULA = /\A'*[=+\-@\t\r]/ # apostrophes in front as well, so that one more can be told from one's own
      GUARDED = /\A'(?='*[=+\-@\t\r])/

      # As a cell: a text that a spreadsheet would take for a formula gets the apostrophe by which it stays one.
      def to_cell(entry, raw)
        plain = text(entry, raw)
        entry.text? && plain.to_s.match?(FORMULA) ? "'#{plain}" : plain
      end

      def from_cell(cell) = cell.sub(GUARDED, "")

      def unit(entry) = entry.choices.any? || entry.bits.any? ? "" : entry.unit
    end
  end
end
