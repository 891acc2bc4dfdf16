# frozen_string_literal: true

class ProjectSerializer < ApplicationSerializer
  field :id, "number"
  field :name, "string"
  field :note, "string"
  many :drives, resource: DriveSerializer
end
