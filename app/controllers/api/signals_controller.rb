# frozen_string_literal: true

module Api
  # What the live figures say about the wiring.
  class SignalsController < BaseController
    def show = respond(FindingSerializer, Signals.new(drive).findings)
  end
end
