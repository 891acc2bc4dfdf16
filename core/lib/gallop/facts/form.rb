# frozen_string_literal: true

require "yaml"

module Gallop
  module Facts
    # The fields of a stage, as they stand in core/data/forms: parts by name, each a list of fields in their order.
    #
    #   gear:
    #     group: Gear                  # under which heading they stand; a field may name another one
    #     fields:
    #       gear_speed:
    #         label: Permitted input speed
    #         unit: rpm
    #         range: [1, 100000]       # in the unit, what can be at all
    #         optional: true           # else it is missing as long as it is not given
    #         help: Highest speed at the gearbox's input, from its data sheet.
    #
    # and whole, step, text (words, no figure) and choices (as typed => as shown).
    class Form
      DIRECTORY = File.expand_path("../../../data/forms", __dir__)
      WORDS = %w[label unit range optional help group whole step text choices].freeze

      # @param name [String] of the file, e.g. "mechanics/train"
      # @param choices [Hash{String => Hash}] of a field, where they follow from a table of the code
      # @raise [ArgumentError] with file and field
      def self.load(name, choices: {})
        new(name, YAML.safe_load_file(File.join(DIRECTORY, "#{name}.yml")), choices)
      end

      def initialize(name, parts, choices)
        @name = name
        @parts = parts.transform_values { |part| part_of(part, choices).freeze }
        unknown = choices.keys - @parts.values.flatten.map(&:key)
        faulty("has no field #{unknown.join(", ")}") if unknown.any?
      end

      # @return [Array<Field>] of a part, in their order
      def [](part) = @parts.fetch(part.to_s) { faulty("has no part #{part}") }

      # @return [Field] wherever it stands
      def field(key) = @parts.values.flatten.find { |field| field.key == key } || faulty("has no field #{key}")

      private

      def part_of(part, choices)
        part
          .fetch("fields")
          .map { |key, row| field_of(key, { "group" => part["group"], "choices" => choices[key] }.compact.merge(row)) }
      end

      def field_of(key, row)
        unknown = row.keys - WORDS
        faulty("#{key}: #{unknown.join(", ")} is none of #{WORDS.join(", ")}") if unknown.any?
        Field.new(
          key: key,
          unit: row.fetch("unit", ""),
          minimum: row["range"]&.first,
          maximum: row["range"]&.last,
          required: !row["optional"],
          **row.slice("label", "help", "group", "whole", "step", "text", "choices").transform_keys(&:to_sym)
        )
      end

      def faulty(what) = raise(ArgumentError, "forms/#{@name}.yml #{what}")
    end
  end
end
