# frozen_string_literal: true

module Api
  class RestartsController < BaseController
    act create: :restart

    def create
      drive.restart
      respond(DriveSerializer, drive)
    end
  end
end
