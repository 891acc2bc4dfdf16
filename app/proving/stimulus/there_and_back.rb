# frozen_string_literal: true

module Proving
  class Stimulus
    # So far, a while of rest, and back to where it stood.
    class ThereAndBack < Stimulus
      SOONEST = 0.1 # s after a command for the drive to have taken it
      REACHED = Gallop::Cia402::Statusword::TARGET_REACHED
      LATEST = 60.0 # s

      def mode = "position"

      # @return [String] for lists
      def title = "Move by #{far || figure(size, bounds.position_unit)} and back"

      private

      def first = Motion::Move.new(size.round, relative: true)

      def worded(held)
        top = [bounds.profile_speed, gait.highest(bounds.speed(size))].min
        "The motor moves by #{figure(size, bounds.position_unit)}#{" (#{far})" if far} at up to " \
          "#{figure(top, bounds.speed_unit)}, rests for #{seconds(hold)} and goes back to where it stands." \
          "#{held_back(held)}"
      end

      # In turns, where there are any. @return [String, nil]
      def far = turns(size)&.then { |turned| length(turned, "turns") unless drive.profile.slides? }

      def carry_out
        home = bounds.position
        command(first)
        arrive
        pause(hold)
        command(Motion::Move.new(home))
        arrive
      end

      def arrive
        told = now
        pause(SOONEST)
        until arrived?(told)
          raise Broken, "The motor did not arrive within #{LATEST.round} s." if now - told > LATEST
          pause(LOOK)
        end
      end

      def arrived?(told)
        sample = drive.connection!.samples.last
        sample.at > told + SOONEST && (sample.raw.fetch("control.status") & REACHED).positive?
      end
    end
  end
end
