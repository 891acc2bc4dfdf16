# frozen_string_literal: true

module Api
  # Traces of a drive as files, and files of others as traces.
  class TraceFilesController < BaseController
    act sheet: :look, create: :plan

    # All of them.
    def show
      archive = TraceArchive.new
      archive.take(drive.traces)
      send_file(archive.path, type: "application/zip", filename: "traces.zip")
    end

    # What a file holds, before it is taken.
    def sheet = respond(SheetSerializer, TraceFile.sheet(bytes(:content)))

    def create
      trace =
        TraceFile.import(
          drive,
          text(:name),
          bytes(:content),
          time: whole(:time),
          unit: choice(:time_unit, TraceFile::SECONDS.keys),
          signals: signals
        )
      Link::Feed.changed(drive.id, "traces")
      respond(TraceSerializer, trace.reload, status: :created)
    end

    private

    def signals
      given = params.require(:signals)
      fine = given.is_a?(Array) && given.size <= TraceFile::MOST_SIGNALS && given.all?(ActionController::Parameters)
      raise Unreadable, "signals: 1 to #{TraceFile::MOST_SIGNALS} columns are expected." unless fine
      given.map do |row|
        number = Integer(row[:column].to_s, exception: false)
        raise Unreadable, "signals: the number of a column is expected." unless number&.between?(0, 1000)
        {
          column: number,
          name: scalar("name", row[:name]).to_s.first(60),
          unit: scalar("unit", row[:unit]).to_s.first(20)
        }
      end
    end
  end
end
