# frozen_string_literal: true

module Gallop
  module Paddock
    # Lets the stand-ins live in step with the wall clock, or faster. Time that cannot be caught up with is dropped
    # and counted.
    class Clock
      TICK = 0.008 # s between looks
      CHUNK = 0.004 # s simulated under one lock
      MOST_BEHIND = 0.25 # s of lag before time is dropped
      MOST_AT_ONCE = 0.05 # s of work before the clock rests for a tick, so that the drives answer on a busy machine too

      attr_reader :dropped

      # @param speed [Float] simulated seconds a second
      def initialize(stand_ins, speed: 1.0)
        @stand_ins = stand_ins
        @speed = speed.to_f
        @dropped = 0.0
        @running = false
      end

      def start
        @running = true
        @thread = Thread.new { run }
        @thread.name = "clock"
        @thread.report_on_exception = true
        @thread.abort_on_exception = true
        self
      end

      def stop
        @running = false
        @thread&.join
      end

      private

      def run
        done = now
        while @running
          behind = (now - done) * @speed
          if behind > MOST_BEHIND * [@speed, 1.0].max
            @dropped += behind
            done = now
          elsif behind >= CHUNK
            done += live_through(behind) / @speed
          end
          sleep TICK
        end
      end

      def live_through(seconds)
        chunks = (seconds / CHUNK).floor
        rest = now + MOST_AT_ONCE
        chunks.times do |done|
          @stand_ins.each do |stand_in|
            stand_in.synchronize { stand_in.advance(CHUNK) }
            Thread.pass
          end
          return (done + 1) * CHUNK if now > rest
        end
        chunks * CHUNK
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
