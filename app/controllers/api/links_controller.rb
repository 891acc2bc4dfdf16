# frozen_string_literal: true

module Api
  # Connecting a drive and letting it go.
  class LinksController < BaseController
    def create
      drive.connect
      respond(DriveSerializer, drive)
    end

    def destroy
      if drive.connection&.motion&.armed?
        drive.connection.motion.authorise(Current.tab)
      end
      drive.disconnect
      drive.log("link", "Disconnected")
      respond(DriveSerializer, drive)
    end
  end
end
