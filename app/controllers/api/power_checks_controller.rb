# frozen_string_literal: true

module Api
  # What eyes and a meter check before power, ticked one by one.
  class PowerChecksController < BaseController
    act update: :plan, destroy: :plan

    before_action :family!

    def show = answer

    def update
      checks.tick(params[:check])
      answer
    end

    def destroy
      checks.untick(params[:check])
      answer
    end

    private

    def checks = @checks ||= PowerChecks.new(drive)
    def answer = respond(PowerChecksSerializer, checks)
  end
end
