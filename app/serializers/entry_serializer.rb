# frozen_string_literal: true

# One entry of a family's dictionary: what explains it, and what never changes.
class EntrySerializer < ApplicationSerializer
  field :key, "string"
  field :name, "string"
  field(:group, "string") { |entry| params[:profile].groups.fetch(entry.group) }
  field :address, "string"
  field(:address_decimal, "string") { |entry| "#{entry.index}:#{entry.subindex}" }
  field :register, "number"
  field :type, "string"
  field :unit, "string"
  field(:range, "string | null") do |entry|
    if entry.writable? && entry.raw_range && entry.choices.empty? && entry.bits.empty? && !entry.octets
      entry.range_text
    else
      nil
    end
  end
  field :access, "string"
  field :effect, "string"
  field :locked, "boolean"
  field :help, "string"
  field :hazard, "string | null"
  field :since, "string | null"
  field :kept, "boolean"
  field :derived, "string | null"
  field(:synonyms, "string[]") { |entry| entry.synonyms.map(&:to_s) }
  field(:choices, "{ value: number; name: string }[]") do |entry|
    entry.choices.map { |value, name| { value: value, name: name.to_s } }
  end
  field(:bits, "{ bit: number; name: string }[]") { |entry| entry.bits.map { |bit, name| { bit: bit, name: name } } }
  field(:setting, "boolean", &:setting?)
  field(:factory, "string") { |entry| entry.show(entry.default_raw) }
end
