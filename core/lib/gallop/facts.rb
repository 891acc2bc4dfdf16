# frozen_string_literal: true

module Gallop
  # What the technician knows about the machine, as typed, and what can be read from it.
  module Facts
    # A fact that is asked for. minimum and maximum (in unit) bound what can be at all; whole asks for a whole number;
    # choices, where given, are the only figures or words that count.
    Field =
      Record.define(
        :key,
        :label,
        :unit,
        :help,
        minimum: nil,
        maximum: nil,
        whole: false,
        required: true,
        group: "Nameplate",
        step: nil,
        text: false,
        choices: {
        }
      ) do
        # @param typed [String] @return [Float, Integer, String] in #unit @raise [Quantities::Unreadable] with the
        # reason
        def read(typed)
          return words(typed) if text
          return choice(typed) if choices.any?
          figure = Quantities.parse(typed, unit: unit)
          refuse "a whole number is expected" if whole && figure != figure.round
          if (minimum && figure < minimum) || (maximum && figure > maximum)
            refuse "#{shown(figure)} cannot be: #{range_text}"
          end
          whole ? figure.round : figure
        end

        def shown(figure) = Quantities.format(figure, unit, whole ? 0 : nil)
        def range_text = "#{shown(minimum)} to #{shown(maximum)} is possible"

        private

        def words(typed)
          refuse "60 characters at most" if typed.length > 60
          typed.strip
        end

        def choice(typed)
          choices.key?(typed) ? typed : refuse("“#{typed}” is none of #{choices.keys.join(", ")}")
        end

        def refuse(reason) = raise(Quantities::Unreadable, reason)
      end

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
