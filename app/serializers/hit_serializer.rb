# frozen_string_literal: true

class HitSerializer < ApplicationSerializer
  field :kind, "'stage' | 'value' | 'fault' | 'drive' | 'page' | 'action'"
  field :title, "string"
  field :detail, "string"
  field :path, "string"
end
