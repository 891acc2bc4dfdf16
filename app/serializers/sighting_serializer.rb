# frozen_string_literal: true

class SightingSerializer < ApplicationSerializer
  field :id, "number"
  field :host, "string"
  field :port, "number"
  field :unit, "number"
  field(:model, "string") { |sighting| sighting.identity["model"].to_s }
  field(:family, "string") { |sighting| sighting.identity["family_name"].to_s }
  field(:serial, "string", &:serial)
  field(:firmware, "string") { |sighting| sighting.identity["firmware"].to_s }
  field(:label, "string") { |sighting| sighting.identity["label"].to_s }
  field(:node, "number | null", &:node)
  field(:address, "string | null") do |sighting|
    sighting.settings["network.address"]&.then { |number| Gallop::Network.dotted(number) }
  end
  field(:hardware_address, "string | null") { |sighting| sighting.settings["network.hardware_address"] }
  field :answering, "boolean"
  field(:last_seen_at, "string") { |sighting| sighting.last_seen_at.iso8601(3) }
  field :previous_serial, "string | null"
  field(:fit, "Fit | null") do |sighting|
    sighting.fit(params[:view].interfaces)&.then { |fit| FitSerializer.new(fit).to_h }
  end
  field(:drives, "{ id: number; project_id: number; name: string; project: string }[]") do |sighting|
    params[:view].drives_at(sighting)
  end
end
