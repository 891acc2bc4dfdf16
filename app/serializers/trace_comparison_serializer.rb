# frozen_string_literal: true

class TraceComparisonSerializer < ApplicationSerializer
  field(:lines, "{ signal: string; figure: string; unit: string; values: (number | null)[] }[]") do |comparison|
    comparison.lines.map(&:to_h)
  end
  field(:settings, "{ name: string; key: string; values: (string | null)[] }[]") do |comparison|
    comparison.settings.map(&:to_h)
  end
end
