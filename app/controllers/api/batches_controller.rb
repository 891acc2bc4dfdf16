# frozen_string_literal: true

module Api
  # Writing drafted values to the drive, and what became of it.
  class BatchesController < BaseController
    act create: :write, resume: :write, undo: :write

    def index = respond(BatchSerializer, drive.write_batches.newest_first.limit(20).includes(:lines))

    def create
      drive.connection!
      respond(BatchSerializer, WriteBatch.prepare(drive, list(:keys), yes: yes).run, status: :created)
    end

    def resume = respond(BatchSerializer, batch.resume(yes: yes))
    def undo = respond(BatchSerializer, batch.undo(yes: yes))

    private

    def batch = drive.write_batches.find(params[:id])
  end
end
