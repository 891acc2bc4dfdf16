# frozen_string_literal: true

class LogbookEntrySerializer < ApplicationSerializer
  field :id, "number"
  field(:at, "string") { |entry| entry.at.iso8601(3) }
  field :kind, "string"
  field :drive_name, "string | null"
  field :headline, "string"
  field :detail, "string"
  field :author, "string"
  field :drive_id, "number | null"
  field(:trace_id, "number | null") { |entry| entry.trace&.id }
end
