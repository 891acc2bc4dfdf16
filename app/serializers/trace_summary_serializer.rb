# frozen_string_literal: true

# A trace as a list shows it.
class TraceSummarySerializer < ApplicationSerializer
  field :id, "number"
  field :drive_id, "number"
  field(:drive_name, "string") { |trace| trace.drive.name }
  field :kind, "'test' | 'memory' | 'roll' | 'fault' | 'file'"
  field :title, "string"
  field :name, "string"
  field :note, "string"
  field :tags, "string[]"
  field :pinned, "boolean"
  field :growing, "boolean"
  field :trigger, "string"
  field :interval, "number | null"
  field :size, "number"
  field :fault_code, "number | null"
  field :author, "string"
  field(:taken_at, "string") { |trace| trace.taken_at.iso8601(3) }
end
