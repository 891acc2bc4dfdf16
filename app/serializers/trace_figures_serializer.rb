# frozen_string_literal: true

class TraceFiguresSerializer < ApplicationSerializer
  field(
    :rows,
    "{ key: string; name: string; unit: string; mean: number; rms: number; deviation: number; lowest: number; " \
      "highest: number }[]"
  ) do |reading|
    reading
      .rows
      .select(&:figures)
      .map { |row| { key: row.signal.key, name: row.signal.name, unit: row.signal.unit, **row.figures.to_h } }
  end
  field(
    :pairs,
    "{ demand: string; actual: string; name: string; unit: string; error_rms: number; error_peak: number; " \
      "error_mean: number; steady_error: number; step: number | null; rise: number | null; overshoot: number | null; " \
      "settling: number | null; after_demand: number | null }[]"
  ) do |reading|
    reading.pairs.map do |pair|
      {
        demand: pair.demand.key,
        actual: pair.actual.key,
        name: pair.actual.name,
        unit: pair.actual.unit,
        **pair.response.to_h
      }
    end
  end
end
