# frozen_string_literal: true

class StageSerializer < ApplicationSerializer
  field :id, Gallop::Stages.all.map { |stage| "'#{stage.id}'" }.join(" | ")
  field :title, "string"
  field :state, "'todo' | 'findings' | 'settled' | 'proven' | 'stale'"
  field :note, "string"
end
