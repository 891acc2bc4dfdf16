# frozen_string_literal: true

# One place of the array of live figures.
class LiveEntrySerializer < ApplicationSerializer
  field :key, "string"
  field :name, "string"
  field :unit, "string"
  field(:decimals, "number | null", &:decimals_shown)
end
