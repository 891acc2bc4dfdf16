# frozen_string_literal: true

# A value that needs an explicit yes of its own, and why.
class HazardSerializer < ApplicationSerializer
  field :key, "string"
  field :name, "string"
  field(:text, "string", &:hazard)
end
