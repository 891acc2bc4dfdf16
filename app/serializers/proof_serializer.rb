# frozen_string_literal: true

class ProofSerializer < ApplicationSerializer
  field :id, "number"
  field :kind, "string"
  field :verdict, "'proven' | 'failed'"
  field :standing, "'proven' | 'failed' | 'stale'"
  field :stale_because, "string | null"
  field :headline, "string"
  field :rows, "{ label: string; text: string }[]"
  field(:findings, "Finding[]") do |proof|
    proof.findings.map { |finding| finding.merge("facts" => [], "change" => nil) }
  end
  field(:estimates, "Estimate[]") do |proof|
    EstimateSerializer.new(proof.estimates, params: { drive: proof.drive }).to_h
  end
  field(:chart, "Chart | null") { |proof| proof.result["chart"] }
  field(:at, "string") { |proof| proof.taken_at.iso8601(3) }
  field :author, "string"
end
