# frozen_string_literal: true

class RunSerializer < ApplicationSerializer
  field :id, "number"
  field :kind, "string"
  field :title, "string"
  field(:stage, "string") { |run| Gallop::Tests.stage(run.kind) }
  field(:state, "'running' | 'done' | 'undecided' | 'aborted' | 'interrupted'", &:standing)
  field :step, "string"
  field :progress, "number"
  field :message, "string"
  field :question, "string | null"
  field :marks, "Record<string, number>"
  field(:borrowed, "number") { |run| run.loans.count(&:outstanding?) }
  field(:traced, "boolean") { |run| !run.trace.nil? }
  field(:proof, "Proof | null") { |run| run.proof && ProofSerializer.new(run.proof).to_h }
  field(:at, "string") { |run| run.created_at.iso8601(3) }
  field :author, "string"
end
