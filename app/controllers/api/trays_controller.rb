# frozen_string_literal: true

module Api
  class TraysController < BaseController
    act drop: :plan

    def show = respond_with_tray

    # Drops one line of the draft.
    def drop
      drive.drafts.find_by!(key: params[:key]).destroy!
      Link::Feed.changed(drive.id, "tray", "values")
      drive.drafts.reset
      respond_with_tray
    end

    private

    def respond_with_tray
      respond(TraySerializer, Tray.new(drive), batch: drive.write_batches.newest_first.first)
    end
  end
end
