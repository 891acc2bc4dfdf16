# frozen_string_literal: true

module Api
  # A stage of facts (the route says which): what was typed, what follows, and taking proposals into the draft.
  class FactStagesController < BaseController
    act compute: :look, update: :plan, accept: :plan

    before_action :family!

    def show = respond(FactStageSerializer, stage)

    # What would follow from facts as they are being typed; keeps nothing.
    def compute = respond(FactStageSerializer, stage(texts(:facts)))

    def update
      kept = stage
      kept.keep(texts(:facts))
      respond(FactStageSerializer, kept)
      Link::Feed.changed(drive.id, "link")
    end

    def accept
      stage.accept(params.key?(:keys) ? list(:keys) : nil)
      Link::Feed.changed(drive.id, "tray", "values")
      drive.drafts.reset
      respond(FactStageSerializer, stage)
    end

    private

    def stage(overrides = {}) = StageFacts.named(params[:stage]).new(drive, overrides)
  end
end
