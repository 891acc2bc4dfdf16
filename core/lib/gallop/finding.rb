# frozen_string_literal: true

module Gallop
  # What a rule noticed: a blocker, a caution or a note. The headline states the fact with figures, because says why
  # it matters, so what to do. facts and values name what it rests on; change, where there is one, is a fact and the
  # figure that would help.
  Finding =
    Record.define(:id, :severity, :headline, :because, so: nil, facts: [], values: [], change: nil) do
      def self.in_order(findings) =
        findings.sort_by.with_index { |finding, index| [Gallop::SEVERITIES.index(finding.severity), index] }

      def blocker? = severity == :blocker
      def note? = severity == :note
    end

  SEVERITIES = %i[blocker caution note].freeze
end
