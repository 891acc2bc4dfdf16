# frozen_string_literal: true

module Api
  class FaultsController < BaseController
    act reset: :reset_fault

    before_action :family!

    def show = respond(FaultPanelSerializer, FaultPanel.new(drive))

    def reset
      drive.reset_fault
      respond(FaultPanelSerializer, FaultPanel.new(drive))
    end
  end
end
