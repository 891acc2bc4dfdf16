# frozen_string_literal: true

module Proving
  # The travel that a test is given, around where the motor stands, in the unit of its room.
  class Window
    # @param travel [Test::TravelOfTest] @param sample [Link::Sample, nil] @param behind [Float], room [Float]
    def initialize(travel, sample, behind:, room:)
      @travel = travel
      @here = sample && travel.counts ? sample["position.actual"] / travel.counts : 0.0
      @behind = behind
      @room = room
    end

    # @param unit [String] of the room @return [Needs::Need, nil] what is wrong with it
    def problem(unit)
      text = ->(figure) { Gallop::Quantities.format(figure, unit, 2) }
      if @behind + @room < @travel.least
        need("there is room for #{text.(@behind + @room)}, and its signals need #{text.(@travel.least)}")
      elsif @travel.high && @here + @room > @travel.high
        need("#{text.(@here + @room)} is above the software travel limit of #{text.(@travel.high)}")
      elsif @travel.low && @here - @behind < @travel.low
        need("#{text.(@here - @behind)} is below the software travel limit of #{text.(@travel.low)}")
      end
    end

    private

    def need(state) =
      Needs.need("room", "Room enough, and within the travel", false, nil, state, "Move the ends of the travel.")
  end
end
