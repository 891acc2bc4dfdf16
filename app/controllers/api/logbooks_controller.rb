# frozen_string_literal: true

module Api
  class LogbooksController < BaseController
    MOST = 500

    def show
      entries = Project.find(params[:project_id]).logbook_entries.newest_first
      entries = entries.where(drive_id: record(:drive_id)) if params[:drive_id].present?
      respond(LogbookEntrySerializer, entries.includes(:trace).limit(MOST))
    end
  end
end
