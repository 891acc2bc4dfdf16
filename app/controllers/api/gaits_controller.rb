# frozen_string_literal: true

module Api
  # The envelope of motion. Raising it is a deliberate act: it takes the reins and an explicit yes, and is logged.
  # What is shown and what the drive has are one: first the drive, then the database, one change at a time.
  class GaitsController < BaseController
    act update: :lower_gait # raising is asked for below

    def update
      gait = Gallop::Gait.fetch(choice(:gait, Gallop::Gait.names))
      before = nil
      in_turn(gait) do
        before = drive.reload.gait
        authorise_raising if gait.above?(drive.envelope)
        gait
      end
      note(before, gait) unless before == gait.name
      respond(VerifySerializer, Proving::Verification.new(drive, Current.tab))
    end

    private

    def in_turn(gait, &check)
      motion = drive.connection&.motion
      return keep(check.call) if motion.nil? || !drive.online?
      motion.change_gait(-> { check.call }) { keep(gait) }
    end

    def keep(gait) = drive.update!(gait: gait.name)

    def authorise_raising
      confirmed! "Raising the gait"
      drive.authority.permit!(:raise_gait)
    end

    def note(before, gait)
      raised = gait.above?(Gallop::Gait.fetch(before))
      drive.log("gait", "Gait #{raised ? "raised" : "lowered"} from #{before} to #{gait.name}")
      Link::Feed.changed(drive.id, "motion")
    end
  end
end
