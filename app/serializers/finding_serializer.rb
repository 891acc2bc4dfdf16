# frozen_string_literal: true

class FindingSerializer < ApplicationSerializer
  field :id, "string"
  field(:severity, "'blocker' | 'caution' | 'note'") { |finding| finding.severity.to_s }
  field :headline, "string"
  field :because, "string"
  field :so, "string | null"
  field :facts, "string[]"
  field :change, "{ fact: string; text: string } | null"
end
