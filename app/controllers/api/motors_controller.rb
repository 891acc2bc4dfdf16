# frozen_string_literal: true

module Api
  # The stage Motor: facts, what follows, and taking proposals into the draft.
  class MotorsController < BaseController
    before_action :family!

    def show = respond(MotorSerializer, Motor.new(drive))

    # What would follow from facts as they are being typed; keeps nothing.
    def compute = respond(MotorSerializer, Motor.new(drive, texts(:facts)))

    def update
      stage = Motor.new(drive)
      stage.keep(texts(:facts))
      respond(MotorSerializer, stage)
      Link::Feed.changed(drive.id, "link")
    end

    def accept
      stage = Motor.new(drive)
      stage.accept(params.key?(:keys) ? list(:keys) : nil)
      Link::Feed.changed(drive.id, "tray", "values")
      drive.drafts.reset
      respond(MotorSerializer, Motor.new(drive))
    end

    private

    def family!
      raise Gallop::Objects::Unacceptable, "Connect #{drive.name} once, so that its family is known." if drive.profile.nil?
    end
  end
end
