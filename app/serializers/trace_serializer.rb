# frozen_string_literal: true

# Recorded signals as columns, in the unit of each.
class TraceSerializer < ApplicationSerializer
  field :id, "number"
  field(:taken_at, "string") { |trace| trace.taken_at.iso8601(3) }
  field :at, "number[]"
  field(:signals, "{ key: string; name: string; unit: string; samples: number[] }[]") do |trace|
    trace.columns.map do |signal|
      name = trace.drive.profile&.[](signal.key)&.name || signal.key
      { key: signal.key, name: name, unit: signal.unit, samples: signal.column }
    end
  end
end
