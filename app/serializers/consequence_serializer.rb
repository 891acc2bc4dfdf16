# frozen_string_literal: true

class ConsequenceSerializer < ApplicationSerializer
  field :id, "string"
  field :label, "string"
  field :text, "string"
  field :note, "string | null"
end
