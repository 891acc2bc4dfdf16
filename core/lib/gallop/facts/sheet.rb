# frozen_string_literal: true

module Gallop
  module Facts
    # The facts of one stage: fields in order, and what was typed into them.
    class Sheet
      attr_reader :fields, :figures, :problems, :typed

      # @param fields [Array<Field>] @param typed [Hash{String => String}] key => text; empty texts count as not given
      def initialize(fields, typed)
        @fields = fields
        @typed =
          typed.transform_keys(&:to_s).transform_values { |text| text.to_s.strip }.reject { |_, text| text.empty? }
        @figures = {}
        @si = {}
        @problems = {}
        fields.each { |field| take(field) }
      end

      def [](key) = @figures[key.to_s]

      # @return [Float, nil] the figure in SI
      def si(key) = @si.fetch(key) { @si[key] = in_si(key) }

      # @return [Rational, nil] the figure in its unit, as it was typed
      def exact(key) = self[key] && Quantities.exact(@typed.fetch(key.to_s), unit: field(key).unit)

      def field(key) = @fields.find { |field| field.key == key.to_s } || raise(KeyError, "there is no fact “#{key}”")
      def asks?(key) = @fields.any? { |field| field.key == key.to_s }
      def missing = @fields.select { |field| field.required && !@figures.key?(field.key) && !@problems.key?(field.key) }

      private

      def in_si(key)
        figure = self[key]
        unit = field(key).unit
        figure.nil? || unit.empty? ? figure : Quantities::Unit.fetch(unit).to_si(figure)
      end

      def take(field)
        text = @typed[field.key] or return
        @figures[field.key] = field.read(text)
      rescue Quantities::Unreadable => e
        @problems[field.key] = e.message
      end
    end
  end
end
