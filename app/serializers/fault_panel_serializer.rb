# frozen_string_literal: true

class FaultPanelSerializer < ApplicationSerializer
  field(:present, "Fault | null") { |panel| panel.present && FaultSerializer.new(panel.present).to_h }
  field :drive_time, "number | null"
  field(:history, "{ fault: Fault; time: number; ago: number }[]") { |panel| panel.history.map { |row| { fault: FaultSerializer.new(row[:fault]).to_h, time: row[:time], ago: row[:ago] } } }
end
