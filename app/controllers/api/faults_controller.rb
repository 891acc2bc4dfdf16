# frozen_string_literal: true

module Api
  class FaultsController < BaseController
    before_action { raise Gallop::Objects::Unacceptable, "Connect #{drive.name} once, so that its family is known." if drive.profile.nil? }

    def show = respond(FaultPanelSerializer, FaultPanel.new(drive))

    def reset
      drive.reset_fault
      respond(FaultPanelSerializer, FaultPanel.new(drive))
    end
  end
end
