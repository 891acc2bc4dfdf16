# frozen_string_literal: true

class Tuning
  # Steps and moves that were rehearsed: what is live is looked at again with each change of the draft.
  module Rehearsed
    KEPT = 24
    SECONDS = 0.25 # of what comes after a ramp or a path
    WAY = 1.0 # turns of a move at most, so that it follows at once what is typed

    @runs = {}
    @mutex = Mutex.new

    class << self
      # @param what [Symbol] :step or :move @param room [Float] turns that there are for it
      # @return [Gallop::Tune::Rehearsal::Run]
      def of(gains, mechanism, stage, what, room)
        key = [gains, mechanism, stage, what, room]
        @mutex.synchronize { @runs.delete(key)&.then { |run| return @runs[key] = run } }
        run = send(what, Gallop::Tune::Rehearsal.new(gains, mechanism, stage), stage, room)
        @mutex.synchronize do
          @runs[key] = run
          @runs.shift while @runs.size > KEPT
        end
        run
      end

      private

      def step(rehearsal, stage, room)
        speed = Gallop::Tune::Step.speed(stage, room)
        rehearsal.step(speed, seconds: speed / stage.up + SECONDS)
      end

      def move(rehearsal, stage, room)
        way = Gallop::Tune::Way.within(stage, [room, WAY].min)
        rehearsal.move(way.distance, cruise: way.cruise, seconds: way.lasts + SECONDS)
      end
    end
  end
end
