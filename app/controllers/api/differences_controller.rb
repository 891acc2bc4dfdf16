# frozen_string_literal: true

module Api
  # Differences between project and drive, found on connecting: settled line by line or all at once.
  class DifferencesController < BaseController
    act settle: :settle, write_again: :write

    def settle
      drive.settle(params.key?(:keys) ? list(:keys) : drive.differences.pluck("key"), choice(:side, Settled::SIDES))
      respond(DriveSerializer, drive.reload)
    end

    # Drafts and writes again what a drive lost at its restart.
    def write_again = respond(BatchSerializer, drive.write_again(yes: yes), status: :created)
  end
end
