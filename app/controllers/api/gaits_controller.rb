# frozen_string_literal: true

module Api
  # The envelope of motion. Raising it is a deliberate act: it takes the reins and an explicit yes, and is logged.
  class GaitsController < BaseController
    def update
      gait = Gallop::Gait.fetch(choice(:gait, Gallop::Gait.names))
      raising = gait.above?(drive.envelope)
      authorise(raising)
      before = drive.gait
      drive.update!(gait: gait.name)
      drive.connection&.motion&.regait(gait) if drive.online?
      drive.log("gait", "Gait #{raising ? 'raised' : 'lowered'} from #{before} to #{gait.name}") unless before == gait.name
      Link::Feed.changed(drive.id, "motion")
      respond(VerifySerializer, Verification.new(drive, Current.tab))
    end

    private

    def authorise(raising)
      return unless raising
      raise Unreadable, "Raising the gait needs an explicit yes (confirm)." unless params[:confirm] == true
      drive.connection!.motion.authorise(Current.tab)
    end
  end
end
