# frozen_string_literal: true

module Api
  # Writing drafted values to the drive, and what became of it.
  class BatchesController < BaseController
    before_action :hold_reins_while_moving, except: :index

    def index = respond(BatchSerializer, drive.write_batches.newest_first.limit(20).includes(:lines))

    def create
      drive.connection!
      batch = WriteBatch.prepare(drive, list(:keys))
      respond(BatchSerializer, batch.run, status: :created)
    end

    def resume = respond(BatchSerializer, batch.resume)
    def undo = respond(BatchSerializer, batch.undo)

    private

    def batch = drive.write_batches.find(params[:id])

    # A running motor's limits are changed by the one who holds its reins.
    def hold_reins_while_moving
      motion = drive.connection&.motion
      motion.authorise(Current.tab) if motion&.armed?
    end
  end
end
