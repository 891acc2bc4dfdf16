# frozen_string_literal: true

module Api
  # Writing drafted values to the drive, and what became of it.
  class BatchesController < BaseController
    before_action :hold_reins_while_moving, except: :index

    def index = respond(BatchSerializer, drive.write_batches.newest_first.limit(20).includes(:lines))

    def create
      drive.connection!
      keys = list(:keys)
      say_yes_to_hazards(keys)
      batch = WriteBatch.prepare(drive, keys)
      respond(BatchSerializer, batch.run, status: :created)
    end

    def resume = respond(BatchSerializer, batch.resume)
    def undo = respond(BatchSerializer, batch.undo)

    private

    def batch = drive.write_batches.find(params[:id])

    # What can start a motor by itself, or let one run away, is never written by the way.
    def say_yes_to_hazards(keys)
      new_hazards = drive.new_hazards.slice(*keys)
      return if new_hazards.empty? || params[:hazards] == true
      raise Motion::OutOfState, "#{new_hazards.values.map { |entry| "#{entry.name}: #{entry.hazard}" }.join(' ')} An explicit yes (hazards) is needed."
    end

    # A running motor's limits are changed by the one who holds its reins.
    def hold_reins_while_moving
      motion = drive.connection&.motion
      motion.authorise(Current.tab) if motion&.armed?
    end
  end
end
