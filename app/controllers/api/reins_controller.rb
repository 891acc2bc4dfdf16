# frozen_string_literal: true

module Api
  # Taking the reins of a drive and letting them go.
  class ReinsController < BaseController
    act create: :take_reins, destroy: :take_reins

    def create
      tab!
      params[:take_over] == true ? take_over : motion.take(Current.tab, label, gait: drive.envelope)
      drive.log("reins", "Reins taken")
      changed
    end

    def destroy
      tab!
      drive.log("reins", "Reins let go") if motion.release(Current.tab)
      changed
    end

    private

    def motion = drive.connection!.motion
    def label = Current.author.presence || "Another browser tab"

    def take_over
      holder = motion.reins.holder
      motion.take_over(Current.tab, label, gait: drive.envelope)
      drive.log("reins", "Reins taken over from #{holder}") if holder
    end

    def tab!
      raise Unreadable, "The browser tab did not say who it is." if Current.tab.nil?
    end

    def changed
      Link::Feed.changed(drive.id, "motion")
      respond(DriveSerializer, drive)
    end
  end
end
