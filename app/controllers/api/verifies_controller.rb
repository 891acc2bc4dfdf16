# frozen_string_literal: true

module Api
  class VerifiesController < BaseController
    def show
      if drive.profile.nil?
        raise Gallop::Objects::Unacceptable, "Connect #{drive.name} once, so that its family is known."
      end
      respond(VerifySerializer, Proving::Verification.new(drive, Current.tab))
    end
  end
end
