# frozen_string_literal: true

# What a drive holds of one value, as text.
class HoldingSerializer < ApplicationSerializer
  field :key, "string"
  field :live, "string | null"
  field :stored, "string | null"
  field :draft, "string | null"
  field :on, "string[] | null"
  field :from_factory, "boolean"
  field :unstored, "boolean"
  field :needs_restart, "boolean"
  field :hazard, "boolean"
  field :findings, "number"
end
