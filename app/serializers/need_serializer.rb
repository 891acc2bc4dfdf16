# frozen_string_literal: true

class NeedSerializer < ApplicationSerializer
  field :id, "string"
  field :label, "string"
  field :met, "boolean"
  field :state, "string"
  field :remedy, "string | null"
end
