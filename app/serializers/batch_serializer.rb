# frozen_string_literal: true

class BatchSerializer < ApplicationSerializer
  field :id, "number"
  field(:state, "'running' | 'interrupted' | 'done' | 'failed' | 'undone'", &:standing)
  field :author, "string"
  field :message, "string"
  field(:at, "string") { |batch| batch.created_at.iso8601(3) }
  field(:confirmed, "number", &:confirmed_count)
  field(:lines, "WriteLine[]") do |batch|
    WriteLineSerializer.new(batch.lines, params: { profile: batch.drive.profile }).to_h
  end
end
