# frozen_string_literal: true

module Api
  # What a fresh page needs to know: a valid token after the server was started anew, and whether a paddock runs.
  class SessionsController < BaseController
    def show
      render json: { csrf_token: form_authenticity_token, paddock: PaddockPanel.available? }
    end
  end
end
