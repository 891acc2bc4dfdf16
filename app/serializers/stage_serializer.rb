# frozen_string_literal: true

class StageSerializer < ApplicationSerializer
  field :id, "'connect' | 'motor' | 'verify'"
  field :title, "string"
  field :state, "'todo' | 'findings' | 'proven' | 'stale'"
  field :note, "string"
end
