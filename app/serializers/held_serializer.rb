# frozen_string_literal: true

# What became of a command to a motor.
class HeldSerializer < ApplicationSerializer
  field :asked, "number"
  field :held, "number"
  field :unit, "string"
  field :reason, "string | null"
end
