# frozen_string_literal: true

module Api
  # Factory values by groups: what each would change, and doing it.
  class RestoresController < BaseController
    act create: :restart

    before_action :family!

    def index = respond(RestoreSerializer, drive.profile.restores, drive: drive)

    def create
      group = drive.profile.restores.find { |restore| restore.key == text(:key) }
      raise Gallop::Objects::Unacceptable, "#{drive.profile.title} has no such group of settings." if group.nil?
      drive.restore(group, yes: yes)
      respond(DriveSerializer, drive)
    end
  end
end
