# frozen_string_literal: true

require "stringio"

module CommandLine
  # Rows in columns that line up, as thor prints them; the last column is as long as it wants to be.
  module Table
    module_function

    # @param rows [Array<Array>] @return [String]
    def of(rows)
      out = StringIO.new
      Thor::Shell::TablePrinter.new(out).print(rows.map { |row| row.map(&:to_s) })
      out.string.lines.map(&:rstrip).join("\n")
    end
  end
end
