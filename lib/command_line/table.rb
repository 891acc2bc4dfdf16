# frozen_string_literal: true

module CommandLine
  # Rows in columns that line up; the last column is as long as it wants to be.
  module Table
    module_function

    # @param rows [Array<Array<String>>] @return [String]
    def of(rows)
      return "" if rows.empty?
      widths = rows.transpose.map { |column| column.map { |cell| cell.to_s.length }.max }
      rows.map { |row| row.each_with_index.map { |cell, n| n == row.size - 1 ? cell.to_s : cell.to_s.ljust(widths[n]) }.join("  ").rstrip }.join("\n")
    end
  end
end
