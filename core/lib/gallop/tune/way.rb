# frozen_string_literal: true

module Gallop
  module Tune
    # How far a move goes, how fast and for how long, by the ramps of a stage.
    #
    # @!attribute distance [Float] rad @!attribute cruise [Float] rad/s @!attribute stage [Stage]
    Way =
      Record.define(:distance, :cruise, :stage) do
        # As far as there is room, with a while at full speed. @param room [Float] turns
        def self.within(stage, room)
          cruise = [stage.cruise, stage.speed].min
          long = cruise * (Way::CRUISES + 0.5 * cruise / stage.up + 0.5 * cruise / stage.down)
          new(distance: [Way::OF_ROOM * room * 2 * Math::PI, long].min, cruise: cruise, stage: stage)
        end

        # rad/s that it comes to
        def peak
          [cruise, Math.sqrt(2 * distance * stage.up * stage.down / (stage.up + stage.down))].min
        end

        # s until its path stands
        def lasts = distance / peak + 0.5 * peak / stage.up + 0.5 * peak / stage.down + stage.bend.later
      end

    class Way
      OF_ROOM = 0.85
      CRUISES = 0.4 # s at full speed, at most
    end
  end
end
