# frozen_string_literal: true

# Whether an address can be reached from the laptop's networks.
class FitSerializer < ApplicationSerializer
  field(:fits, "boolean", &:fits?)
  field :sentence, "string"
  field :remedies, "string[]"
end
