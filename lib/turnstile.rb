# frozen_string_literal: true

# One request computes at a time. Ruby's threads take turns at one interpreter, first come first served: with two dozen
# requests in the queue a link waits two dozen turns until it may read its drive's answer, whatever its priority.
# Computing gets no slower by waiting here, as there is one interpreter anyway. Who waits for something else meanwhile
# steps outside.
module Turnstile
  AT_ONCE = 1

  @permits = Concurrent::Semaphore.new(AT_ONCE)

  class << self
    def pass
      @permits.acquire
      Thread.current[:turnstile] = true
      yield
    ensure
      leave
    end

    # Waits for something that takes no computing here, and queues again.
    def outside
      return yield unless inside?
      leave
      begin
        yield
      ensure
        @permits.acquire
        Thread.current[:turnstile] = true
      end
    end

    private

    def inside? = Thread.current[:turnstile]

    def leave
      return unless inside?
      Thread.current[:turnstile] = nil
      @permits.release
    end
  end
end
