# frozen_string_literal: true

module Gallop
  module Quantities
    # Reads one typed figure. Takes decimal comma and point, thin and plain spaces between thousands, fractions, powers
    # of ten and any unit of the same dimension; refuses what can be read in two ways rather than guess.
    class Parser
      LONGEST = 60
      # Three digits behind a comma, or behind a point and with a nought at their end, are written by some as thousands.
      THOUSANDS = /\A[+-]?[1-9]\d{0,2}(?:,\d{3}|\.\d{2}0)\z/
      SPACE = /[ '\u2009\u202F\u00A0]/
      NUMBER = /[+\-−]?\s*(?:\d+(?:#{SPACE}\d{3}(?!\d))*(?:[.,]\d+)*[.,]?|[.,]\d+)(?:[eE][+\-]?\d{1,3})?/
      # as in 0.35 · 10^-4, 0.35×10⁻⁴
      POWER = /\s*[·x×*]?\s*10(?:\^\s*(?<power>[+\-−]?\d{1,2})|(?<power>[\-−]\d{1,2})|(?<raised>[⁺⁻]?[⁰¹²³⁴-⁹]{1,2}))/
      FIGURE = %r{\A(?<number>#{NUMBER})\s*(?:/\s*(?<divisor>\d[\d.,]*))?(?:#{POWER})?\s*(?<unit>(?:\D|1/).*)?\z}m
      MIXED = %r{\A(?<whole>\d{1,3})[ \-](?<number>\d{1,2})/(?<divisor>\d{1,2})\s*(?<unit>[^\d\s].*)?\z}m
      RAISED = "⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻"
      # Of these a plate prints two beside one another, with a stroke between them.
      PAIRED = %i[current voltage speed frequency power].freeze

      def initialize(text, unit)
        @text = text.to_s.strip
        @unit = unit.to_s
      end

      # @return [Float] in the unit asked for
      def value = in_unit(read.to_f) { |source, target, number| target.from_si(source.to_si(number)) }

      # @return [Rational] in the unit asked for, without the noise of binary fractions
      def exact
        in_unit(read) { |source, target, number| number * source.factor.to_s.to_r / target.factor.to_s.to_r }
      end

      private

      # @return [Rational] as it was typed; the unit is kept beside it
      def read
        refuse "nothing was typed" if @text.empty?
        refuse "the text is longer than #{LONGEST} characters" if @text.length > LONGEST
        match = MIXED.match(@text) || FIGURE.match(@text) or refuse "“#{@text}” does not begin with a figure"
        @typed = match[:unit].to_s.strip
        finite(whole(match) + fraction(match) * power_of_ten(match))
      end

      def whole(match) = match.names.include?("whole") ? match[:whole].to_r : 0r

      def fraction(match)
        dividend = number(match[:number])
        return dividend if match[:divisor].nil?
        by = number(match[:divisor])
        refuse "“#{@text}” divides by zero" if by.zero?
        refuse_pair if two_figures?(dividend, by)
        dividend / by
      end

      # A stroke divides whole numbers. Of what comes in pairs it stands between two; half a horsepower aside.
      def two_figures?(dividend, by)
        return true unless [dividend, by].all? { |part| part.denominator == 1 }
        unit = Unit.find(@typed.empty? ? @unit : @typed)
        unit && PAIRED.include?(unit.dimension) && unit.symbol != "hp"
      end

      def refuse_pair
        refuse "“#{@text}” can be two figures of a plate or a division: type the one that is in use, or the result"
      end

      def power_of_ten(match)
        return 1r unless match.names.include?("power")
        typed = match[:power] || match[:raised]&.tr(RAISED, "0123456789+-")
        typed ? 10r**Integer(typed.tr("−", "-"), 10) : 1r
      end

      # @return [Rational]
      def number(text)
        plain = text.strip.tr("−", "-").gsub(/[\s'\u2009\u202F\u00A0]/, "")
        plain = plain.gsub(thousands_mark(plain), "") if plain.include?(",") && plain.include?(".")
        refuse_ambiguous(plain) if plain.match?(THOUSANDS)
        plain = plain.tr(",", ".")
        refuse "“#{text.strip}” has more than one decimal mark" if plain.count(".") > 1
        Rational(plain.sub(/\.(?=\z|e)/i, "").sub(/\A([+-]?)\./, '\10.'))
      rescue ArgumentError
        refuse "“#{text.strip}” is no figure"
      end

      def finite(number)
        number.to_f.finite? ? number : refuse("“#{@text}” is too large to be a figure")
      end

      # With both marks present the last one is the decimal mark.
      def thousands_mark(text) = text.rindex(",") > text.rindex(".") ? "." : ","

      def refuse_ambiguous(text)
        small = text.tr(",", ".").sub(/\.?0+\z/, "")
        refuse "“#{text}” can be read as #{small} or as #{text.delete(",.")}: type " \
                 "#{text.include?(",") ? "it without the comma or with a point" : "the one or the other"}"
      end

      def in_unit(number, &convert)
        return number if @typed.empty?
        refuse "“#{@typed}” was typed where a bare figure is expected" if @unit.empty?
        source = Unit.find(@typed) or refuse "“#{@typed}” is no unit that is known here; #{@unit} is expected"
        target = Unit.fetch(@unit)
        return convert.call(source, target, number) if source.dimension == target.dimension
        return inverse(source, target, number) if [source, target].map(&:dimension).sort == INVERSE
        refuse "#{source.symbol} is a unit of #{source.dimension.to_s.tr("_", " ")}, and " \
                 "#{target.dimension.to_s.tr("_", " ")} in #{@unit} is expected"
      end

      INVERSE = %i[speed_constant voltage_constant].freeze
      private_constant :INVERSE

      # Speed for each volt, and volts for a speed.
      def inverse(source, target, number)
        refuse "“#{@text}” divides by zero" if number.zero?
        target.from_si(1 / source.to_si(number))
      end

      def refuse(reason) = raise(Unreadable, reason)
    end
  end
end
