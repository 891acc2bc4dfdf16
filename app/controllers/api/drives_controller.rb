# frozen_string_literal: true

module Api
  class DrivesController < BaseController
    act create: :plan, update: :rename, destroy: :remove

    PLACE = %i[host port unit].freeze

    def show = respond(DriveSerializer, drive)

    def create
      Link::Registry.refuse_taken(text(:host), whole(:port), unit) if params[:connect] == true
      created =
        Project
          .find(params[:project_id])
          .drives
          .create!(name: text(:name), host: text(:host), port: whole(:port), unit: unit, family: family)
      created.connect if params[:connect] == true
      created.log("project", "Drive added", "#{created.host}:#{created.port}")
      respond(DriveSerializer, created, status: :created)
    end

    def update
      Undertaking.errand(drive.id, "#{drive.name} is being changed.") { change }
      respond(DriveSerializer, drive)
    end

    def destroy
      Undertaking.errand(drive.id, "#{drive.name} is being removed.") do
        drive.log("project", "Drive removed", "#{drive.host}:#{drive.port}")
        drive.destroy!
      end
      head :no_content
    end

    private

    def unit = params.key?(:unit) ? whole(:unit) : 1
    def family = params[:family].present? ? choice(:family, Gallop::Objects::Profile::FAMILIES) : nil

    def change
      before = drive.name
      drive.assign_attributes(wanted)
      moves = PLACE.any? { |name| drive.will_save_change_to_attribute?(name) }
      authorise_move if moves
      drive.save!
      note_renaming(before) unless before == drive.name
      relink if moves
    end

    def wanted
      {
        name: (text(:name) if params.key?(:name)),
        host: (text(:host) if params.key?(:host)),
        port: (whole(:port) if params.key?(:port)),
        unit: (whole(:unit) if params.key?(:unit))
      }.compact
    end

    def authorise_move
      drive.authority(of: drive.undertaking).permit!(:move_house)
      Link::Registry.refuse_taken(drive.host, drive.port, drive.unit, besides: drive.id) if drive.link_wanted
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
