# frozen_string_literal: true

class PowerChecksSerializer < ApplicationSerializer
  field :due, "boolean", &:due?
  field(
    :lines,
    "{ id: string; title: string; sentence: string; seen_by: string | null; seen_at: string | null }[]"
  ) do |checks|
    checks.lines.map do |line|
      {
        id: line.id,
        title: line.title,
        sentence: line.sentence,
        seen_by: line.seen&.seen_by,
        seen_at: line.seen&.updated_at&.iso8601(3)
      }
    end
  end
end
