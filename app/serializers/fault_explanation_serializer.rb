# frozen_string_literal: true

# What the trace of a fault says of its cause. left_over: share of what was seen that a cause leaves unexplained.
class FaultExplanationSerializer < ApplicationSerializer
  field(:applies, "boolean", &:applies?)
  field :headline, "string"
  field(:decided, "boolean", &:decided?)
  field(:sentence, "string | null") { |one| one.cause&.sentence }
  field(:remedy, "string | null") { |one| one.cause&.remedy }
  field(:ranking, "{ cause: string; title: string; left_over: number; sentence: string; remedy: string }[]") do |one|
    one.ranking.map { |candidate| { **candidate.to_h, title: candidate.title } }
  end
end
