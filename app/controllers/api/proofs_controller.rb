# frozen_string_literal: true

module Api
  class ProofsController < BaseController
    def index = respond(ProofSerializer, drive.proofs.order(taken_at: :desc).limit(50).includes(:drive))
  end
end
