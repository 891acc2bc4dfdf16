# frozen_string_literal: true

module Api
  # Settings files: handed in, looked at, taken into the draft.
  class ImportsController < BaseController
    act create: :plan, take: :plan

    before_action :family!

    def index
      Workshop.prepare
      respond(
        ImportSummarySerializer,
        drive.imports.select(:id, :drive_id, :name, :author, :created_at).order(id: :desc)
      )
    end

    def show = respond(ImportSerializer, import)

    def create
      created = drive.imports.create!(name: text(:name), content: bytes(:content), author: Current.author.to_s)
      respond(ImportSerializer, created, status: :created)
    end

    def take = render(json: { drafted: import.take(params.key?(:keys) ? list(:keys) : nil) })

    private

    def import = drive.imports.find(params[:id])
  end
end
