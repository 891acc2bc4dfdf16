# frozen_string_literal: true

# A drive as the list of projects shows it.
class DriveGlanceSerializer < ApplicationSerializer
  field :id, "number"
  field :name, "string"
  field(:link, "LinkState") { |drive| LinkStateSerializer.new(drive).to_h }
  field(:stages, "Stage[]") { |drive| StageSerializer.new(drive.course).to_h }
  field(:open_ends, "OpenEnd[]") { |drive| OpenEndSerializer.new(drive.open_ends).to_h }
  field(:next_step, "{ sentence: string; place: string } | null") { |drive| drive.next_step&.to_h }
end
