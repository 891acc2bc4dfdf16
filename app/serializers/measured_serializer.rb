# frozen_string_literal: true

# What was measured, beside what the drive holds.
class MeasuredSerializer < ApplicationSerializer
  field :key, "string"
  field(:name, "string") { |row| row.entry.name }
  field(:unit, "string") { |row| row.entry.choices.any? ? "" : row.entry.unit }
  field(:held, "string | null") { |row| row.held && bare(row.entry, row.held) }
  field(:found, "string") { |row| bare(row.entry, row.raw) }
  field(:difference, "string | null") { |row| difference(row) }
  field(:uncertainty, "string") { |row| row.uncertainty.zero? ? "exact" : "± #{two_digits(row.uncertainty)}" }
  field :sentence, "string"
  field :suggested, "boolean"
  field :taken, "boolean"
  field(:test, "string") { |row| Gallop::Tests.title(row.proof.kind) }
  field(:restart, "boolean") { |row| row.entry.effect == "after_restart" }

  def bare(entry, raw)
    entry.choices.any? ? entry.choices.fetch(raw, raw.to_s) : entry.show(raw).delete_suffix(entry.unit).strip
  end

  def two_digits(figure) = Gallop::Quantities.format(figure, nil, [1 - Math.log10(figure).floor, 0].max)

  def difference(row)
    return if row.held.nil? || row.entry.choices.any?
    given = row.entry.figure(row.held)
    return if given.zero?
    Kernel.format("%+.1f %%", 100.0 * (row.figure - given) / given.abs).sub("-", "−")
  end
end
