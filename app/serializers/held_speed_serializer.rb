# frozen_string_literal: true

class HeldSpeedSerializer < ApplicationSerializer
  field :asked, "number"
  field :held, "number"
  field :limit, "number"
  field(:held_back, "boolean", &:held_back?)
  field :reason, "string | null"
end
