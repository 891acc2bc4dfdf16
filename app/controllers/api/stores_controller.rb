# frozen_string_literal: true

module Api
  class StoresController < BaseController
    act create: :store

    def create
      drive.store
      respond(DriveSerializer, drive)
    end
  end
end
