# frozen_string_literal: true

class ImportLineSerializer < ApplicationSerializer
  field(:place, "string") { |line| line.row.place }
  field(:key, "string | null") { |line| line.entry&.key }
  field(:name, "string") { |line| line.entry&.name || line.row.key || Kernel.format("%04X:%02X", line.row.index.to_i, line.row.subindex.to_i) }
  field(:now, "string | null") { |line| line.entry && params[:current].key?(line.entry.key) ? line.entry.show(params[:current][line.entry.key]) : nil }
  field(:file, "string") { |line| line.raw.nil? ? line.row.text.truncate(60) : line.entry.show(line.raw) }
  field :status, "'change' | 'unknown' | 'read_only' | 'refused'"
  field :message, "string"
end
