# frozen_string_literal: true

module Api
  # Settings that fell back at a restart of the drive: take them into the draft, or let them go.
  class LostValuesController < BaseController
    def take
      drive.take_lost_values
      respond(DriveSerializer, drive)
    end

    def destroy
      drive.update!(lost: [])
      respond(DriveSerializer, drive)
    end
  end
end
