# frozen_string_literal: true

class ProjectSummarySerializer < ApplicationSerializer
  field :id, "number"
  field :name, "string"
  field :note, "string"
  many :drives, source: proc { |_| drives.surveyed }, resource: DriveGlanceSerializer
  field(:last, "LogbookEntry | null") do |project|
    project.last_entry && LogbookEntrySerializer.new(project.last_entry).to_h
  end
  field(:created_at, "string") { |project| project.created_at.iso8601 }
end
