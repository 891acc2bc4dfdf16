# frozen_string_literal: true

# One entry of the object dictionary with its four memories, all as text, and what explains it.
class ValueSerializer < ApplicationSerializer
  field :key, "string"
  field :name, "string"
  field(:group, "string") { |entry| params[:drive].profile.groups.fetch(entry.group) }
  field :address, "string"
  field(:address_decimal, "string") { |entry| "#{entry.index}:#{entry.subindex}" }
  field :register, "number"
  field :type, "string"
  field :unit, "string"
  field(:range, "string | null") { |entry| entry.writable? && entry.raw_range && entry.choices.empty? && entry.bits.empty? ? entry.range_text : nil }
  field :access, "string"
  field :effect, "string"
  field(:locked, "boolean") { |entry| entry.locked }
  field :help, "string"
  field :hazard, "string | null"
  field(:choices, "{ value: number; name: string }[]") { |entry| entry.choices.map { |value, name| { value: value, name: name } } }
  field(:bits, "{ bit: number; name: string; set: boolean | null }[]") do |entry|
    raw = params[:live][entry.key]
    entry.bits.map { |bit, name| { bit: bit, name: name, set: raw.nil? ? nil : raw[bit] == 1 } }
  end
  field(:setting, "boolean", &:setting?)
  field(:factory, "string") { |entry| entry.show(entry.default_raw) }
  field(:live, "string | null") { |entry| params[:live].key?(entry.key) ? entry.show(params[:live][entry.key]) : nil }
  field(:stored, "string | null") { |entry| params[:stored].key?(entry.key) ? entry.show(params[:stored][entry.key]) : nil }
  field(:draft, "string | null") { |entry| params[:drafts][entry.key]&.then { |draft| entry.show(draft.raw) } }
end
