# frozen_string_literal: true

module Api
  class ProofsController < BaseController
    act create: :plan

    def index = respond(ProofSerializer, drive.proofs.order(taken_at: :desc).limit(50))

    def create
      choice(:kind, [ Proof::DIRECTION ])
      proof = Proving::Direction.new(drive).conclude(seen: choice(:seen, %w[forward backward nothing]))
      Link::Feed.changed(drive.id, "proofs")
      respond(ProofSerializer, proof, status: :created)
    end
  end
end
