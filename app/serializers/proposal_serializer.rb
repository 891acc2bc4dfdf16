# frozen_string_literal: true

class ProposalSerializer < ApplicationSerializer
  field :key, "string"
  field(:name, "string") { |line| line.entry.name }
  field(:text, "string") { |line| line.entry.show(line.raw) }
  field(:live, "string") { |line| line.entry.show(line.live) }
  field :reason, "string"
  field :state, "'open' | 'drafted' | 'drive' | 'measured'"
  field(:stored, "boolean") { |line| line.stored? }
end
