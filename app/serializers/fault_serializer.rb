# frozen_string_literal: true

class FaultSerializer < ApplicationSerializer
  field :code, "number"
  field :hex, "string"
  field :name, "string"
  field :meaning, "string"
  field :causes, "string[]"
  field :remedies, "string[]"
  field :reset, "string"
end
