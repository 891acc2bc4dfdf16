# frozen_string_literal: true

module Api
  # Another device in the place of a broken one: first a look at it, then the exchange.
  class ReplacementsController < BaseController
    act preview: :replace, create: :replace

    def preview = respond(ReplacementSerializer, replacement)

    def create
      replacement.carry_out
      respond(DriveSerializer, drive.reload)
    end

    private

    def replacement = Replacement.new(drive, text(:host), whole(:port), params.key?(:unit) ? whole(:unit) : 1)
  end
end
