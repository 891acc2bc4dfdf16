# frozen_string_literal: true

class ProofSerializer < ApplicationSerializer
  field :id, "number"
  field :kind, "string"
  field :verdict, "'proven' | 'failed'"
  field :standing, "'proven' | 'failed' | 'stale'"
  field(:result, "{ demanded: number; speed: number; current: number; seconds: number; agrees: boolean; seen: string; expected: string }")
  field(:at, "string") { |proof| proof.taken_at.iso8601(3) }
  field :author, "string"
end
