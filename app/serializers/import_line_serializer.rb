# frozen_string_literal: true

class ImportLineSerializer < ApplicationSerializer
  field(:place, "string") { |line| line.row.place }
  field(:key, "string | null") { |line| line.entry&.key }
  field(:name, "string") do |line|
    line.entry&.name || line.row.key || Kernel.format("%04X:%02X", line.row.index.to_i, line.row.subindex.to_i)
  end
  field(:now, "string | null") do |line|
    line.entry && params[:current].key?(line.entry.key) ? line.entry.show(params[:current][line.entry.key]) : nil
  end
  field(:file, "string") { |line| line.raw.nil? ? line.row.text.truncate(60) : line.entry.show(line.raw) }
  field :status, "'change' | 'unknown' | 'read_only' | 'refused'"
  field :message, "string"
end
