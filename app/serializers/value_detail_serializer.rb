# frozen_string_literal: true

# What the detail pane tells beyond the dictionary.
class ValueDetailSerializer < ApplicationSerializer
  field :key, "string"
  field(:history, "{ at: string; before: string; after: string; how: string; author: string }[]") do |detail|
    detail.history.map do |step|
      {
        at: step.at.iso8601(3),
        before: detail.entry.show(step.before),
        after: detail.entry.show(step.after),
        how: step.how,
        author: step.author
      }
    end
  end
  field(:related, "{ key: string; name: string }[]") do |detail|
    detail.related.map { |entry| { key: entry.key, name: entry.name } }
  end
  field :used_by, "{ title: string; path: string }[]"
  field :travels, "string[]"
  field(:findings, "Finding[]") { |detail| FindingSerializer.new(detail.findings).to_h }
end
