# frozen_string_literal: true

module Gallop
  module Quantities
    # Reads one typed figure. Takes decimal comma and point, thin and plain spaces between thousands, fractions and
    # any unit of the same dimension; refuses what can be read in two ways rather than guess.
    class Parser
      LONGEST = 60
      # Three digits behind a comma, or behind a point and with a nought at their end, are written by some as thousands.
      THOUSANDS = /\A[+-]?[1-9]\d{0,2}(?:,\d{3}|\.\d{2}0)\z/
      SPACE = /[ '\u2009\u202F\u00A0]/
      NUMBER = /[+\-−]?\s*(?:\d+(?:#{SPACE}\d{3}(?!\d))*(?:[.,]\d+)*[.,]?|[.,]\d+)(?:[eE][+\-]?\d{1,3})?/
      FIGURE = %r{\A(?<number>#{NUMBER})\s*(?:/\s*(?<divisor>\d[\d.,]*))?\s*(?<unit>(?:\D|1/).*)?\z}m

      def initialize(text, unit)
        @text = text.to_s.strip
        @unit = unit.to_s
      end

      # @return [Float] in the unit asked for
      def value
        refuse "nothing was typed" if @text.empty?
        refuse "the text is longer than #{LONGEST} characters" if @text.length > LONGEST
        match = FIGURE.match(@text) or refuse "“#{@text}” does not begin with a figure"
        in_unit(fraction(number(match[:number]), match[:divisor]), match[:unit].to_s.strip)
      end

      private

      def fraction(dividend, divisor)
        return dividend if divisor.nil?
        by = number(divisor)
        refuse "“#{@text}” divides by zero" if by.zero?
        dividend / by
      end

      def number(text)
        plain = text.strip.tr("−", "-").gsub(/[\s'\u2009\u202F\u00A0]/, "")
        plain = plain.gsub(thousands_mark(plain), "") if plain.include?(",") && plain.include?(".")
        refuse_ambiguous(plain) if plain.match?(THOUSANDS)
        plain = plain.tr(",", ".")
        refuse "“#{text.strip}” has more than one decimal mark" if plain.count(".") > 1
        finite(Float(plain.sub(/\.(?=\z|e)/i, "").sub(/\A([+-]?)\./, '\10.')))
      rescue ArgumentError
        refuse "“#{text.strip}” is no figure"
      end

      def finite(number)
        number.finite? ? number : refuse("“#{@text}” is too large to be a figure")
      end

      # With both marks present the last one is the decimal mark.
      def thousands_mark(text) = text.rindex(",") > text.rindex(".") ? "." : ","

      def refuse_ambiguous(text)
        small = text.tr(",", ".").sub(/\.?0+\z/, "")
        refuse "“#{text}” can be read as #{small} or as #{text.delete(",.")}: type " \
                 "#{text.include?(",") ? "it without the comma or with a point" : "the one or the other"}"
      end

      def in_unit(number, typed)
        return number if typed.empty?
        refuse "“#{typed}” was typed where a bare figure is expected" if @unit.empty?
        convert(number, typed)
      end

      def convert(number, typed)
        source = Unit.find(typed) or refuse "“#{typed}” is no unit that is known here; #{@unit} is expected"
        target = Unit.fetch(@unit)
        return target.from_si(source.to_si(number)) if source.dimension == target.dimension
        refuse "#{source.symbol} is a unit of #{source.dimension.to_s.tr("_", " ")}, and " \
                 "#{target.dimension.to_s.tr("_", " ")} in #{@unit} is expected"
      end

      def refuse(reason) = raise(Unreadable, reason)
    end
  end
end
