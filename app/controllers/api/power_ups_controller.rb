# frozen_string_literal: true

module Api
  # What the drive does by itself when power comes.
  class PowerUpsController < BaseController
    before_action :family!

    def show = respond(PowerUpSerializer, PowerUpView.new(drive))
  end
end
