# frozen_string_literal: true

class FaultPanelSerializer < ApplicationSerializer
  field(:present, "Fault | null") { |panel| panel.present && FaultSerializer.new(panel.present).to_h }
  field :trace_id, "number | null"
  field(:known, "Fault[]") { |panel| FaultSerializer.new(panel.known).to_h }
  field(:history, "PastFault[]") { |panel| PastFaultSerializer.new(panel.history).to_h }
end
