# frozen_string_literal: true

class StageSerializer < ApplicationSerializer
  field :id, "'connect' | 'motor' | 'feedback' | 'mechanics' | 'power' | 'limits' | 'verify'"
  field :title, "string"
  field :state, "'todo' | 'findings' | 'proven' | 'stale'"
  field :note, "string"
end
