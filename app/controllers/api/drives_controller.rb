# frozen_string_literal: true

module Api
  class DrivesController < BaseController
    def show = respond(DriveSerializer, drive)

    def create
      created = Project.find(params[:project_id]).drives.create!(name: text(:name), host: text(:host), port: whole(:port), unit: params.key?(:unit) ? whole(:unit) : 1,
                                                                   family: params[:family].present? ? choice(:family, Gallop::Objects::Profile::FAMILIES) : nil)
      created.connect if params[:connect] == true
      created.log("project", "Drive added", "#{created.host}:#{created.port}")
      respond(DriveSerializer, created, status: :created)
    end

    def update
      still! if params.key?(:host) || params.key?(:port)
      before = drive.name
      drive.update!({ name: (text(:name) if params.key?(:name)), host: (text(:host) if params.key?(:host)),
                      port: (whole(:port) if params.key?(:port)), unit: (whole(:unit) if params.key?(:unit)) }.compact)
      note_renaming(before) unless before == drive.name
      relink if drive.saved_change_to_host? || drive.saved_change_to_port? || drive.saved_change_to_unit?
      respond(DriveSerializer, drive)
    end

    def destroy
      still!
      drive.log("project", "Drive removed", "#{drive.host}:#{drive.port}")
      drive.destroy!
      head :no_content
    end

    private

    def still!
      raise Motion::OutOfState, "#{drive.name} is enabled. Stop it first." if drive.connection&.motion&.armed?
    end

    def note_renaming(before)
      drive.connection&.name = drive.name
      drive.log("project", "Drive renamed", "#{before} is now #{drive.name}")
    end

    def relink
      return unless drive.link_wanted
      Link::Registry.close(drive)
      drive.connect
    end
  end
end
