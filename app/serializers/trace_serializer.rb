# frozen_string_literal: true

# A trace without its samples, which are fetched as numbers (Api::TracesController#samples).
class TraceSerializer < TraceSummarySerializer
  field :place, "number | null"
  field :clock, "number | null"
  field(:altered, "string[]") { |trace| trace.altered.map { |key| trace.drive.profile&.[](key)&.name || key } }
  field(:signals, "{ key: string; name: string; unit: string; bits: Record<string, string> }[]") do |trace|
    trace.columns.map { |signal| signal.slice(:key, :name, :unit, :bits) }
  end
end
