# frozen_string_literal: true

# The search as it stands, and all that was ever seen.
class DiscoverySerializer < ApplicationSerializer
  field :running, "boolean"
  field :progress, "number"
  field :looked_at, "number"
  field :total, "number"
  field :cancelled, "boolean"
  field :proposal, "string"
  field(:interfaces, "{ name: string; address: string; mask: string; network: string; loopback: boolean }[]") do |view|
    view.interfaces.map do |one|
      {
        name: one.name,
        address: Gallop::Network.dotted(one.address),
        mask: Gallop::Network.dotted(one.mask),
        network: Gallop::Network.dotted(one.network),
        loopback: one.loopback?
      }
    end
  end
  field(:sightings, "Sighting[]") { |view| SightingSerializer.new(view.sightings, params: { view: view }).to_h }
  field(:strangers, "{ place: string; message: string }[]") do |view|
    view.strangers.map { |answer| { place: "#{answer.host}:#{answer.port}", message: answer.message.to_s } }
  end
  field(:duplicates, "{ headline: string; remedy: string }[]", &:duplicates)
end
