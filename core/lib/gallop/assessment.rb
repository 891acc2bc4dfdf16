# frozen_string_literal: true

module Gallop
  # All that follows from the facts of one stage.
  Assessment =
    Record.define(:consequences, :findings, :proposals, missing: [], charts: [], tables: []) do
      def blocked? = findings.any?(&:blocker?)
      def count(severity) = findings.count { |finding| finding.severity == severity }
    end
end
