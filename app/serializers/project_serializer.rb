# frozen_string_literal: true

class ProjectSerializer < ApplicationSerializer
  field :id, "number"
  field :name, "string"
  field :note, "string"
  many :drives, source: proc { |_| drives.surveyed }, resource: DriveSerializer
end
