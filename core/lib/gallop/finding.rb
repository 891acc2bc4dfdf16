# frozen_string_literal: true

module Gallop
  # What a rule noticed: a blocker, a caution or a note. The headline states the fact with figures, the reason says why it matters, the
  # remedy what to do. facts and values name what it rests on; change, where there is one, is a fact and the figure that would help.
  Finding = Record.define(:id, :severity, :headline, :reason, remedy: nil, facts: [], values: [], change: nil) do
    def self.in_order(findings) = findings.sort_by.with_index { |finding, index| [ Gallop::SEVERITIES.index(finding.severity), index ] }

    def blocker? = severity == :blocker
  end

  SEVERITIES = %i[blocker caution note].freeze
end
