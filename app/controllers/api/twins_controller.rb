# frozen_string_literal: true

module Api
  # A drive that is set up like another one of its family.
  class TwinsController < BaseController
    act create: :plan

    before_action :family!

    # What it would mean.
    def show
      render json: { facts: twin.facts, replaced: twin.replaced, values: twin.values.size, place: twin.place }
    end

    def create
      confirmed! "Setting it up like another one"
      facts = twin.facts
      render json: { facts: facts, drafted: twin.take }
    end

    private

    def twin
      @twin ||=
        Twin.new(drive, drive.project.drives.find(record(:of)), follow: params[:follow].to_s == "true").tap(&:permit!)
    end
  end
end
