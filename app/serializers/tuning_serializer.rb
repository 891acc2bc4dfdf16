# frozen_string_literal: true

# The loops of a drive: what is set, what follows from the draft, and what was measured of them.
class TuningSerializer < ApplicationSerializer
  field :loop, "string"
  field :loops, "string[]"
  field :source, "string"
  field :measured, "boolean", &:measured?
  field :changed, "boolean", &:changed?
  field(
    :fields,
    "{ key: string; name: string; unit: string; decimals: number; minimum: number | null; maximum: number | null; " \
      "live: number; draft: number | null; help: string }[]"
  ) do |tuning|
    tuning.fields.map do |field|
      entry = field.entry
      {
        key: entry.key,
        name: entry.name,
        unit: entry.unit,
        decimals: entry.decimals_shown.to_i,
        minimum: entry.minimum,
        maximum: entry.maximum,
        live: entry.figure(field.live),
        draft: field.draft && entry.figure(field.draft),
        help: entry.help
      }
    end
  end
  field(:shape, "{ bandwidth: number; damping: number } | null") do |tuning|
    tuning.loop == "speed" && tuning.shape || nil
  end
  field :softness, "number"
  field(:charts, "Chart[]") { |tuning| tuning.charts.map(&:to_data) }
  field(
    :cascade,
    "{ id: string; title: string; by: string | null; rows: string[]; live: string | null; loop: string | null }[]"
  ) { |tuning| Tuning::Cascade.new(tuning).places.map(&:to_h) }
  field(:follows, "{ label: string; text: string }[]") do |tuning|
    tuning.follows.map { |label, text| { label: label, text: text } }
  end
  field(:verdict, "{ headline: string; detail: string; tone: 'good' | 'plain' | 'bad' }") do |tuning|
    tuning.verdict.to_h
  end
  field(
    :tries,
    "{ id: number; at: string; headline: string; agreement: number | null; best: boolean; standing: string; " \
      "live: boolean }[]"
  ) do |tuning|
    tuning.tries.map do |proof|
      {
        id: proof.id,
        at: proof.taken_at.iso8601(3),
        headline: proof.headline,
        agreement: proof.figures["agreement"],
        best: proof == tuning.best,
        standing: proof.verdict,
        live: proof.inputs.slice(*Tuning.all_values).all? { |key, raw| tuning.live_values[key] == raw }
      }
    end
  end
end
