# frozen_string_literal: true

# What a test has found, beside what the drive holds.
class EstimateSerializer < ApplicationSerializer
  field(:key, "string") { |one| one["key"] }
  field(:name, "string") { |one| entry(one)&.name || one["key"] }
  field(:found, "string") { |one| entry(one)&.show(entry(one).raw(one["figure"])).to_s }
  field(:uncertainty, "string") { |one| Gallop::Quantities.format(one["uncertainty"], entry(one)&.unit) }
  field(:in_drive, "string | null") { |one| held(one)&.then { |raw| entry(one).show(raw) } }
  field(:taken, "boolean") { |one| entry(one)&.raw(one["figure"]) == held(one) }

  def entry(one) = params[:drive].profile&.[](one["key"])
  def held(one) = params[:drive].live_values[one["key"]]
end
