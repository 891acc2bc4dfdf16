# frozen_string_literal: true

module Gallop
  # Physical quantities as technicians write them.
  #
  #   Quantities.parse("2400mA", unit: "A")      # => 2.4
  #   Quantities.parse("0.5 lbf·in", unit: "N·m") # => 0.0564924…
  #   Quantities.format(4910.2, "rpm", 0)        # => "4 910 rpm" (thin space)
  module Quantities
    # What was typed is no quantity, or not one of the kind asked for. The message says why, for the technician.
    class Unreadable < Refusal
    end

    THIN_SPACE = "\u2009"
    MINUS = "\u2212"

    module_function

    # @param text [String] the typed figure, with or without a unit
    # @param unit [String, nil] the unit that the result shall have; nil or "" for a bare number
    # @return [Float] the figure in that unit
    # @raise [Unreadable] with the reason
    def parse(text, unit: nil)
      Parser.new(text, unit).value
    end

    # @see parse @return [Rational] what was typed, without the noise of binary fractions
    def exact(text, unit: nil)
      Parser.new(text, unit).exact
    end

    # @return [String] what was typed, less a unit that is the expected one anyway
    def bare(text, unit)
      typed = text.to_s.strip
      match = Parser::MIXED.match(typed) || Parser::FIGURE.match(typed)
      given = match && match[:unit].to_s.strip
      return text if given.nil? || given.empty? || Unit.find(given).nil? || Unit.find(given) != Unit.find(unit)
      typed.delete_suffix(match[:unit]).strip
    end

    # @param value [Numeric] @param from [String] @param to [String] units of one dimension
    # @return [Float]
    def convert(value, from:, to:)
      source = Unit.fetch(from)
      target = Unit.fetch(to)
      unless source.dimension == target.dimension
        raise Unreadable, "#{from} is a unit of #{source.dimension}, #{to} one of #{target.dimension}"
      end
      target.from_si(source.to_si(value))
    end

    # The unit in which somebody would rather say a small figure, and below what.
    SMALLER = {
      "s" => ["ms", 1.0],
      "ms" => ["µs", 0.1],
      "m" => ["mm", 1.0],
      "A" => ["mA", 0.1],
      "V" => ["mV", 0.1]
    }.freeze

    # @param decimals [Integer, nil] decimal places; nil shows four significant digits, in the unit that suits them
    # @return [String] figure and unit with thin-space thousands
    def format(value, unit = nil, decimals = nil)
      return "–" if value.nil?
      raise ArgumentError, "#{value} is no finite figure" unless value.to_f.finite?
      value, unit = spoken(value, unit) if decimals.nil?
      figure = group(Kernel.format("%.#{decimals || decimals_for(value)}f", value))
      unit.nil? || unit.empty? ? figure : "#{figure} #{unit}"
    end

    # @return [Array(Numeric, String)] 74.07 and "ms" for 0.07407 s
    def spoken(value, unit)
      smaller, below = SMALLER[unit]
      return value, unit if smaller.nil? || value.zero? || value.abs >= below
      spoken(value * 1000.0, smaller)
    end

    def decimals_for(value)
      magnitude = value.to_f.abs
      return 0 if magnitude.zero? || magnitude >= 1000
      [3 - Math.log10(magnitude).floor, 9].min
    end

    def group(text)
      sign = text.start_with?("-") && text.match?(/[1-9]/) ? MINUS : ""
      whole, decimals = text.delete_prefix("-").split(".")
      whole = whole.gsub(/(?<=\d)(?=(\d{3})+\z)/, THIN_SPACE) if whole.length > 3
      sign + [whole, decimals].compact.join(".")
    end
  end
end
