# frozen_string_literal: true

class ReplacementSerializer < ApplicationSerializer
  field :points, "{ name: string; before: string; after: string; severity: 'fine' | 'caution' | 'blocker' }[]"
  field(:possible, "boolean", &:possible?)
  field(:missing, "string[]", &:missing)
  field(:differences, "{ key: string; name: string; project: string; drive: string }[]") do |replacement|
    replacement.differences.map do |row|
      {
        key: row[:entry].key,
        name: row[:entry].name,
        project: row[:entry].show(row[:project]),
        drive: row[:entry].show(row[:drive])
      }
    end
  end
end
