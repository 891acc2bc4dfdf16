# frozen_string_literal: true

module Gallop
  module Files
    # The INI grammar of CiA 306: [sections], key=value, comments after a semicolon at the start of a line; names of
    # sections and keys in any case. Each value knows its line.
    class Ini
      Value = Record.define(:text, :line)
      Section =
        Record.define(:name, :line, :values) do
          # @return [Value, nil]
          def [](key) = values[key.downcase]
          def text(key) = self[key]&.text
        end

      attr_reader :sections, :problems

      def initialize(text)
        @sections = {}
        @problems = []
        text
          .split(/\r\n|\n|\r/)
          .each_with_index do |line, n|
            take(line.strip, n + 1)
            break if @problems.size > MOST_PROBLEMS
          end
      end

      # @param name [String] in any case @return [Section, nil]
      def [](name) = @sections[name.downcase]

      # Whole numbers as CiA 306 writes them: decimal, hexadecimal with 0x, octal with a leading 0.
      # @return [Integer, nil]
      def self.integer(text)
        text = text.to_s.strip
        case text
        when /\A([-+]?)0x(\h+)\z/i
          $1 == "-" ? -$2.hex : $2.hex
        when /\A[-+]?0[0-7]+\z/
          text.to_i(8)
        when /\A[-+]?\d+\z/
          text.to_i
        end
      end

      private

      def take(line, number)
        return if line.empty? || line.start_with?(";")
        case line
        when /\A\[([^\]]*)\]/
          open($1.strip, number)
        when /\A([^=]+)=(.*)\z/m
          assign($1.strip, $2.strip, number)
        else
          problem(number, "[section] or key=value is expected, not “#{line[0, 40]}”")
        end
      end

      def open(name, number)
        problem(number, "a section without a name") if name.empty?
        problem(number, "the section [#{name}] is there twice, first in line #{self[name].line}") if self[name]
        @open = @sections[name.downcase] ||= Section.new(name: name, line: number, values: {})
      end

      def assign(key, text, number)
        return problem(number, "“#{key[0, 40]}” stands before the first section") if @open.nil?
        before = @open[key]
        if before
          return problem(number, "“#{key[0, 40]}” is there twice in [#{@open.name}], first in line #{before.line}")
        end
        @open.values[key.downcase] = Value.new(text: text, line: number)
      end

      def problem(line, message) = @problems << Problem.new(place: "line #{line}", message: message)
    end
  end
end
