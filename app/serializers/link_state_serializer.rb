# frozen_string_literal: true

# How the link to a drive stands; of a drive without one, that it is offline.
class LinkStateSerializer < ApplicationSerializer
  field(:state, "'offline' | 'connecting' | 'reading' | 'online' | 'lost' | 'loader' | 'taken'") do |drive|
    drive.connection.nil? || drive.connection.state == :closed ? "offline" : drive.connection.state.to_s
  end
  field(:message, "string") { |drive| drive.connection&.message || "Not connected" }
  field(:progress, "number") { |drive| drive.connection&.progress.to_f }
  field(:since, "string | null") { |drive| drive.connection&.since&.iso8601(3) }
  field(:values, "number") { |drive| drive.connection&.live.to_h.size }
end
