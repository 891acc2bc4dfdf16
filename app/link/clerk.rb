# frozen_string_literal: true

module Link
  # Writes down what a link's thread noticed, on a thread of its own and in order: no drive waits for the database.
  # What the database does not take now (a full disk, a transaction of somebody else) is tried again; what cannot be
  # kept in the end is counted.
  class Clerk
    MOST = 200 # notes that wait; a database that is away for longer loses the oldest
    PATIENCE = 3.0 # s at closing
    CATCH_UP = 2.0 # s to wait for what was noted
    PAUSE = 0.25 # s between attempts
    TRANSIENT = [
      ActiveRecord::StatementInvalid,
      ActiveRecord::ConnectionNotEstablished,
      ActiveRecord::ConnectionTimeoutError
    ].freeze

    def initialize
      @mutex = Mutex.new
      @changed = ConditionVariable.new
      @notes = []
      @lost = 0
      @closing = false
    end

    # Leaves the work for later. An error of our own in it is reported and spoils nothing else.
    def note(&work)
      @mutex.synchronize do
        next if @closing
        @notes << work
        drop_oldest if @notes.size > MOST
        @thread ||= Thread.new { write_down }
        @changed.broadcast
      end
    end

    # Waits until everything noted so far is written down, or a moment at the longest.
    # @return [Boolean] whether it is
    def catch_up(within: CATCH_UP)
      deadline = now + within
      @mutex.synchronize do
        @changed.wait(@mutex, [deadline - now, 0.01].max) until @notes.empty? || now > deadline
        @notes.empty?
      end
    end

    # Writes down what is left and takes nothing more.
    def close
      @mutex.synchronize do
        @closing = true
        @changed.broadcast
      end
      @thread&.join(PATIENCE)
    end

    private

    def write_down
      Thread.current.name = "clerk"
      Thread.current.priority = -1
      while (work = head)
        attempt(work) || @closing ? done(work) : rest
      end
    end

    def head
      @mutex.synchronize do
        @changed.wait(@mutex, 1.0) while @notes.empty? && !@closing
        @notes.first
      end
    end

    # @return [Boolean] whether it is over with
    def attempt(work)
      work.call
      true
    rescue *TRANSIENT => e
      Rails.logger.warn("clerk: #{e.message.lines.first&.chomp}; it is tried again")
      false
    rescue StandardError => e
      Rails.error.report(e, handled: true)
      Rails.logger.error("clerk: #{e.full_message(highlight: false)}")
      true
    end

    def done(work)
      @mutex.synchronize do
        @notes.delete(work)
        @changed.broadcast
      end
    end

    def drop_oldest
      @notes.delete_at(1) # the first is being written
      @lost += 1
      Rails.logger.error("clerk: the database takes nothing; #{@lost} notes are lost so far")
    end

    def rest = @mutex.synchronize { @changed.wait(@mutex, PAUSE) }
    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
