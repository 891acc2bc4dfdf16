# frozen_string_literal: true

module Api
  # Connecting a drive and letting it go.
  class LinksController < BaseController
    act create: :link, destroy: :unlink

    def create
      drive.connect
      respond(DriveSerializer, drive)
    end

    def destroy
      drive.disconnect
      drive.log("link", "Disconnected")
      respond(DriveSerializer, drive)
    end
  end
end
