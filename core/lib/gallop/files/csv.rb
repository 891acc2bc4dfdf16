# frozen_string_literal: true

require "csv"

module Gallop
  module Files
    # Settings as a table: one line a setting, with a header line. Separated by commas or semicolons; decimal points
    # or commas.
    module Csv
      COLUMNS = %w[key index subindex name value unit group].freeze

      module_function

      # @return [Content]
      def read(text)
        header = text.each_line.first.to_s
        table =
          ::CSV.parse(
            text,
            headers: true,
            col_sep: separator(header),
            header_converters: ->(name) { name.to_s.strip.downcase }
          )
        problem = header_problem(table.headers.compact)
        if problem
          return Content.new(format: "csv", rows: [], problems: [Problem.new(place: "line 1", message: problem)])
        end
        numbered(table)
      rescue ::CSV::MalformedCSVError => e
        Content.new(
          format: "csv",
          rows: [],
          problems: [
            Problem.new(place: "line #{e.lineno}", message: "no table: #{e.message.sub(/ in line \d+\.?\z/, "")}")
          ]
        )
      end

      # @return [String]
      def write(profile, values, _device = {})
        ::CSV.generate do |csv|
          csv << COLUMNS
          profile.settings.each { |entry| csv << columns(profile, entry, values[entry.key]) if values.key?(entry.key) }
        end
      end

      def columns(profile, entry, raw)
        [
          entry.key,
          Kernel.format("0x%04X", entry.index),
          entry.subindex,
          entry.name,
          Figures.to_cell(entry, raw),
          Figures.unit(entry),
          profile.groups.fetch(entry.group)
        ]
      end

      def separator(header) = header.count(";") > header.count(",") ? ";" : ","

      def header_problem(headers)
        return "a column “value” is expected in the header line" unless headers.include?("value")
        unless headers.include?("key") || headers.include?("index")
          "a column “key”, or columns “index” and “subindex”, are expected in the header line"
        end
      end

      # Lines are those of a text editor as long as no cell holds a line break.
      def numbered(table)
        problems = []
        rows = table.each.with_index(2).filter_map { |row, line| row(row, line, problems) }
        Content.new(format: "csv", rows: rows, problems: problems)
      end

      def row(cells, line, problems)
        return if cells.fields.all? { |cell| cell.to_s.strip.empty? }
        key = cells["key"].to_s.strip
        index = Ini.integer(cells["index"])
        if key.empty? && index.nil?
          problems << Problem.new(place: "line #{line}", message: "neither a key nor an index is given")
          return
        end
        Row.new(
          place: "line #{line}",
          key: key.empty? ? nil : key,
          index: index,
          subindex: Ini.integer(cells["subindex"]) || 0,
          text: Figures.from_cell(cells["value"].to_s),
          unit: cells["unit"].to_s.strip
        )
      end
    end
  end
end
