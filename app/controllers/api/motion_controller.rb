# frozen_string_literal: true

module Api
  # Commands to a motor. Reins, needs and gait are enforced by Motion::Control, whatever the page shows.
  class MotionController < BaseController
    act enable: :move, set_point: :move, halt: :slow, disable: :slow

    def enable
      motion.with_gait do
        drive.reload
        needs = Proving::Needs.new(drive, Current.tab).all
        motion.enable(Current.tab, gait: drive.envelope, needs: needs, align: params[:align] == true, pulse: params[:pulse] == true)
      end
      drive.log("motion", "Enabled", "at #{drive.gait}#{', with alignment' if params[:align] == true}#{', following its pulse input' if motion.follows_pulse?}")
      state
    end

    # In the drive's unit of speed; direction is in the sign.
    def set_point
      held = motion.set_point(Current.tab, figure(:speed))
      log_set_point(held)
      Link::Feed.changed(drive.id, "motion")
      respond(HeldSpeedSerializer, held)
    end

    def halt
      motion.halt(Current.tab)
      drive.log("motion", "Speed to zero")
      state
    end

    def disable
      motion.disable(Current.tab)
      drive.log("motion", "Disabled")
      state
    end

    private

    def motion = drive.connection!.motion

    def state
      Link::Feed.changed(drive.id, "motion")
      respond(VerifySerializer, Proving::Verification.new(drive, Current.tab))
    end

    # Dragging a slider sends many; the logbook wants the first and the last.
    def log_set_point(held)
      return if params[:passing] == true
      drive.log("motion", "Speed set to #{Gallop::Quantities.format(held.held, held.unit, 1)}", held.reason.to_s)
    end
  end
end
