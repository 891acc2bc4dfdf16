# frozen_string_literal: true

class TraySerializer < ApplicationSerializer
  many :drafted, resource: TrayLineSerializer
  many :unstored, resource: TrayLineSerializer
  field :waiting_for_restart, "number"
  field(:batch, "Batch | null") { params[:batch] && BatchSerializer.new(params[:batch]).to_h }
end
