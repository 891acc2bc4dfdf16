# frozen_string_literal: true

class FindingSerializer < ApplicationSerializer
  field :id, "string"
  field(:severity, "'blocker' | 'caution' | 'note'") { |finding| finding.severity.to_s }
  field :headline, "string"
  field :reason, "string"
  field :remedy, "string | null"
  field :facts, "string[]"
  field :change, "{ fact: string; text: string } | null"
end
