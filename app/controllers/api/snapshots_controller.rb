# frozen_string_literal: true

module Api
  class SnapshotsController < BaseController
    act create: :plan, restore: :plan

    def index = respond(SnapshotSerializer, drive.snapshots.newest_first, drafted: drive.drafted_values)

    def create
      respond(
        SnapshotSerializer,
        Snapshot.take(drive, name: text(:name), note: params.key?(:note) ? long_text(:note) : ""),
        status: :created,
        drafted: drive.drafted_values
      )
    end

    def restore = render(json: { drafted: drive.snapshots.find(params[:id]).restore })
  end
end
