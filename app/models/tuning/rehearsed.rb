# frozen_string_literal: true

class Tuning
  # Steps that were rehearsed: what is live is looked at again with each change of the draft.
  module Rehearsed
    KEPT = 24
    SECONDS = 0.25 # of what comes after the ramp

    @runs = {}
    @mutex = Mutex.new

    # @param speed [Float] rad/s @return [Gallop::Tune::Rehearsal::Run]
    def self.of(gains, mechanism, stage, speed)
      key = [gains, mechanism, stage, speed]
      @mutex.synchronize { @runs.delete(key)&.then { |run| return @runs[key] = run } }
      run = Gallop::Tune::Rehearsal.new(gains, mechanism, stage).step(speed, seconds: speed / stage.up + SECONDS)
      @mutex.synchronize do
        @runs[key] = run
        @runs.shift while @runs.size > KEPT
      end
      run
    end
  end
end
