# frozen_string_literal: true

class SnapshotSerializer < ApplicationSerializer
  field :id, "number"
  field :name, "string"
  field :note, "string"
  field :author, "string"
  field :firmware, "string"
  field(:at, "string") { |snapshot| snapshot.taken_at.iso8601(3) }
  field(:values, "number") { |snapshot| snapshot.held.size }
  field(:differing, "number") do |snapshot|
    params.fetch(:drafted).count { |key, raw| snapshot.held.key?(key) && snapshot.held[key] != raw }
  end
end
