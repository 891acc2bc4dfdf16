# frozen_string_literal: true

# What a file of samples holds: its columns, with the first figures of each.
class SheetSerializer < ApplicationSerializer
  field(:rows, "number", &:size)
  field(:columns, "{ name: string; unit: string; first: number[] }[]") do |sheet|
    sheet.columns.map { |column| { name: column.name, unit: column.unit, first: column.samples.first(3) } }
  end
end
