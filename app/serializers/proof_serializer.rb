# frozen_string_literal: true

class ProofSerializer < ApplicationSerializer
  field :id, "number"
  field :kind, "string"
  field :verdict, "'proven' | 'failed'"
  field :standing, "'proven' | 'failed' | 'stale'"
  field :stale_because, "string | null"
  field(:direction, "{ demanded: number; speed: number; current: number; seconds: number; agrees: boolean; seen: string; expected: string } | null") { |proof| proof.result if proof.kind == Proof::DIRECTION }
  field(:turn, "{ turns: number; counts: number; expected: number; index_pulses: number | null; forward: number; backward: number; states: number[]; findings: { id: string; severity: 'blocker' | 'caution' | 'note'; headline: string; reason: string; remedy: string | null }[] } | null") { |proof| proof.result if proof.kind == Proof::HAND_TURN }
  field(:at, "string") { |proof| proof.taken_at.iso8601(3) }
  field :author, "string"
end
