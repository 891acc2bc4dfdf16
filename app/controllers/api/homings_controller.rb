# frozen_string_literal: true

module Api
  # How a drive finds its home point.
  class HomingsController < BaseController
    before_action :family!

    def show
      raise ActiveRecord::RecordNotFound unless Homing.known?(drive.profile)
      respond(HomingSerializer, Homing.new(drive))
    end
  end
end
