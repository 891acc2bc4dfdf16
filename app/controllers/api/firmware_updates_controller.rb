# frozen_string_literal: true

module Api
  class FirmwareUpdatesController < BaseController
    act create: :replace, repeat: :replace

    before_action :family!

    def show = respond(FirmwareSerializer, drive)

    def create
      FirmwareUpdate.begin(drive, text(:name), bytes(:content))
      respond(FirmwareSerializer, drive, status: :created)
    end

    # The last file once more, after it was cut short.
    def repeat
      last = drive.firmware_updates.newest_first.first or raise ActiveRecord::RecordNotFound.new(nil, "FirmwareUpdate")
      last.repeat
      respond(FirmwareSerializer, drive, status: :created)
    end
  end
end
