# frozen_string_literal: true

module Api
  class RestartsController < BaseController
    def create
      drive.restart
      respond(DriveSerializer, drive)
    end
  end
end
