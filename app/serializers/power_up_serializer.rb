# frozen_string_literal: true

class PowerUpSerializer < ApplicationSerializer
  field :sentence, "string"
  field :draft_sentence, "string | null"
  field(:hazards, "{ key: string; name: string; value: string; text: string }[]") do |view|
    view.hazards.map do |hazard|
      { key: hazard.entry.key, name: hazard.entry.name, value: hazard.entry.show(hazard.raw), text: hazard.text }
    end
  end
  field :volatile, "boolean"
end
