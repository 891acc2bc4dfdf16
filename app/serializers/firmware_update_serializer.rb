# frozen_string_literal: true

class FirmwareUpdateSerializer < ApplicationSerializer
  field :id, "number"
  field(:state, "'running' | 'done' | 'failed' | 'interrupted'", &:standing)
  field :step, "string"
  field :progress, "number"
  field :message, "string"
  field :file_name, "string"
  field :from_version, "string"
  field :to_version, "string"
  field(:at, "string") { |update| update.created_at.iso8601(3) }
  field(:altered, "{ key: string; name: string; before: string; after: string }[]") do |update|
    update.altered.filter_map do |row|
      entry = params[:profile][row["key"]]
      { key: row["key"], name: entry.name, before: entry.show(row["before"]), after: entry.show(row["after"]) } if entry
    end
  end
end
