# frozen_string_literal: true

require "csv"

module Gallop
  module Traces
    # Traces as a table: facts in lines that begin with #, then a line of names with their units in brackets, then a row
    # a sample. What others write is read as well: commas, semicolons or tabs, decimal points or commas, with or without
    # units, whatever stands before the first row of figures.
    #
    #   sheet = Traces::Csv.read("time [s];speed [rpm]\n0,0;0\n0,1;12,5\n")
    #   sheet.columns.map(&:name)     # => ["time", "speed"]
    #   sheet.columns.last.samples    # => [0.0, 12.5]
    module Csv
      MOST_ROWS = 200_000
      MOST_COLUMNS = 64
      FIGURE = /\A[+-]?(\d+([.,]\d*)?|[.,]\d+)([eE][+-]?\d+)?\z/
      HEADED = /\A(.*?)\s*[\[(]([^\])]*)[\])]\s*\z/
      DIGITS = "%.9g"

      Column = Record.define(:name, :unit, :samples)
      Sheet = Record.define(:facts, :columns) { def size = columns.first.samples.size }

      # It is no table of figures. The message says where.
      class Unreadable < Refusal
      end

      module_function

      # @param facts [Hash{String => String}] @param columns [Array<Column>] the times first @return [String]
      def write(facts, columns)
        head = facts.map { |name, text| "# #{name}: #{text.to_s.tr("\r\n", " ")}\n" }.join
        names = columns.map { |column| column.unit.empty? ? column.name : "#{column.name} [#{column.unit}]" }
        rows = columns.map(&:samples).transpose
        head << ::CSV.generate_line(names) <<
          rows.map { |row| "#{row.map { |figure| format(DIGITS, figure) }.join(",")}\n" }.join
      end

      # @return [Sheet] @raise [Unreadable]
      def read(text)
        notes, lines = text.delete_prefix("\uFEFF").lines.partition { |line| line.start_with?("#") }
        lines = lines.map(&:chomp)
        first, separator = beginning(lines)
        raise Unreadable, "No row of figures was found." if first.nil?
        Sheet.new(facts: facts(notes), columns: columns(head(lines, first, separator), rows(lines, first, separator)))
      end

      # The first line that has at least two figures and nothing else. @return [Array(Integer, String), nil]
      def beginning(lines)
        lines.each_with_index do |line, n|
          [";", "\t", ","].each do |separator|
            cells = line.split(separator, -1).map(&:strip)
            return n, separator if cells.size > 1 && cells.all? { |cell| figure?(cell, separator) }
          end
        end
        nil
      end

      # With commas between them, figures have points.
      def figure?(cell, separator) = cell.match?(FIGURE) && (separator != "," || !cell.include?(","))

      def facts(notes)
        notes.to_h { |line| line.delete_prefix("#").split(":", 2).map(&:strip).then { |name, text| [name, text.to_s] } }
      end

      # Names in the line before, where that has as many cells; else numbers.
      def head(lines, first, separator)
        count = lines[first].split(separator, -1).size
        above = first.positive? ? ::CSV.parse_line(lines[first - 1], col_sep: separator, liberal_parsing: true) : nil
        above&.size == count ? above.map { |name| name.to_s.strip } : Array.new(count) { |n| "Column #{n + 1}" }
      rescue ::CSV::MalformedCSVError
        Array.new(count) { |n| "Column #{n + 1}" }
      end

      def rows(lines, first, separator)
        count = lines[first].split(separator, -1).size
        raise Unreadable, "The table has #{count} columns; up to #{MOST_COLUMNS} can be read." if count > MOST_COLUMNS
        filled = lines.drop(first).reject { |line| line.strip.empty? }
        if filled.size > MOST_ROWS
          raise Unreadable, "The table has #{filled.size} rows; up to #{MOST_ROWS} can be read."
        end
        filled.each_with_index.map { |line, n| row(line, first + n + 1, count, separator) }
      end

      def row(line, number, count, separator)
        cells = line.split(separator, -1)
        if cells.size != count
          raise Unreadable, "Row #{number} has #{cells.size} columns, the first row of figures has #{count}."
        end
        cells.each_with_index.map do |cell, n|
          cell = cell.strip
          unless figure?(cell, separator)
            raise Unreadable, "Row #{number}, column #{n + 1}: “#{cell[0, 30]}” is no figure."
          end
          cell.tr(",", ".").to_f
        end
      end

      def columns(names, rows)
        names
          .zip(rows.transpose)
          .map do |name, samples|
            plain, unit = name.match(HEADED)&.captures || [name, ""]
            Column.new(name: plain[0, 60], unit: unit[0, 20], samples: samples)
          end
      end
    end
  end
end
