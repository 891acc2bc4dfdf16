# frozen_string_literal: true

module Api
  class FaultsController < BaseController
    before_action :family!

    def show = respond(FaultPanelSerializer, FaultPanel.new(drive))

    def reset
      drive.reset_fault
      respond(FaultPanelSerializer, FaultPanel.new(drive))
    end
  end
end
