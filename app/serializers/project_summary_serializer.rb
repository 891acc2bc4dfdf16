# frozen_string_literal: true

class ProjectSummarySerializer < ApplicationSerializer
  field :id, "number"
  field :name, "string"
  field :note, "string"
  field(:drive_names, "string[]") { |project| project.drives.map(&:name) }
  field(:created_at, "string") { |project| project.created_at.iso8601 }
end
