# frozen_string_literal: true

module Gallop
  # A table that follows from facts, to be taken to the machine. columns: [String], rows: [[String]]
  Table = Record.define(:id, :title, :columns, :rows, note: nil)
end
