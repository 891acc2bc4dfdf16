# frozen_string_literal: true

module Link
  # Writes down what a link's thread noticed, on a thread of its own and in order: no drive waits for the database.
  class Clerk
    PATIENCE = 3.0 # s at closing
    LOOK = 0.5     # s between looks whether anybody is still there

    def initialize
      @desk = Concurrent::SingleThreadExecutor.new(fallback_policy: :discard)
    end

    # Leaves the work for later. An error in it is reported and spoils nothing else.
    def note(&work)
      @desk.post do
        Thread.current.priority = -1
        work.call
      rescue StandardError => e
        Rails.error.report(e, handled: true)
        Rails.logger.error("clerk: #{e.full_message(highlight: false)}")
      end
    end

    # Waits until everything noted so far is written down.
    def catch_up
      done = Concurrent::Event.new
      note { done.set }
      nil until done.wait(LOOK) || !@desk.running?
    end

    # Writes down what is left and takes nothing more.
    def close
      @desk.shutdown
      @desk.wait_for_termination(PATIENCE)
    end
  end
end
