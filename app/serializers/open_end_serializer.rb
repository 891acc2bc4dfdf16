# frozen_string_literal: true

class OpenEndSerializer < ApplicationSerializer
  field :id, "string"
  field :sentence, "string"
  field :place, "string"
end
