# frozen_string_literal: true

module Api
  class StoresController < BaseController
    def create
      drive.store
      respond(DriveSerializer, drive)
    end
  end
end
