# frozen_string_literal: true

# A trace memory that was armed, and how it stands.
class RecordingSerializer < ApplicationSerializer
  field :id, "number"
  field :state, "'armed' | 'fetching' | 'done' | 'ended' | 'failed'"
  field(:phase, "string") { |recording| recording.standing.phase }
  field(:share, "number") { |recording| recording.standing.share.clamp(0.0, 1.0) }
  field(:setup, "TraceSetup") { |recording| TraceSetupSerializer.new(recording.setup).to_h }
  field(:trigger, "string") { |recording| recording.waited_for }
  field :repeated, "boolean"
  field :message, "string"
  field :author, "string"
  field(:at, "string") { |recording| recording.created_at.iso8601(3) }
  field(:trace_id, "number | null") { |recording| recording.traces.maximum(:id) }
  field(:together, "number[]") { |recording| recording.followers.filter_map { |one| one.traces.maximum(:id) } }
end
