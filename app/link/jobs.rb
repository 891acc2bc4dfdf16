# frozen_string_literal: true

module Link
  # Work for a connection's thread, by level: a stop before motion, motion before everything else. The asking thread
  # waits for the answer, and not for ever.
  class Jobs
    LEVELS = { stop: 0, motion: 1, work: 2 }.freeze
    PATIENCE = { stop: 1.2, motion: 8.0, work: 20.0 }.freeze # s

    # One piece of work and its outcome.
    class Job
      attr_reader :level

      def initialize(level = :work, &work)
        @level = LEVELS.fetch(level)
        @patience = PATIENCE.fetch(level)
        @work = work
        @mutex = Mutex.new
        @settled = ConditionVariable.new
        @state = :waiting
      end

      # One that nobody waits for any more is not begun.
      def run(wire)
        return unless @mutex.synchronize { @state = :begun if @state == :waiting }
        settle(@work.call(wire), nil)
      rescue Wire::Lost => e
        settle(nil, e)
        raise
      rescue StandardError => e
        settle(nil, e)
      end

      def fail(error) = settle(nil, error)

      # @return [Object] what the work returned @raise [Late] when it did not come to it in time
      def result(within: @patience)
        @mutex.synchronize do
          deadline = now + within
          @settled.wait(@mutex, deadline - now) until @state == :settled || now > deadline
          give_up(within) unless @state == :settled
          @error ? raise(@error) : @value
        end
      end

      private

      def settle(value, error)
        @mutex.synchronize do
          next if @state == :settled
          @value = value
          @error = error
          @state = :settled
          @settled.broadcast
        end
      end

      def give_up(within)
        begun = @state == :begun
        @state = :abandoned
        raise Late.new(within, begun)
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end

    def initialize
      @mutex = Mutex.new
      @arrived = ConditionVariable.new
      @waiting = LEVELS.values.to_h { |level| [level, []] }
      @closed_by = nil
    end

    # After #close a job fails at once.
    def add(job)
      closed_by =
        @mutex.synchronize do
          next @closed_by if @closed_by
          @waiting[job.level] << job
          @arrived.signal
          nil
        end
      job.fail(closed_by) if closed_by
      job
    end

    # Waits for a job, at most so many seconds; wakes early for #wake.
    def take(seconds)
      @mutex.synchronize do
        @arrived.wait(@mutex, seconds) if seconds.positive? && @waiting.each_value.all?(&:empty?)
        next_before(LEVELS.size)
      end
    end

    # @return [Job, nil] one that must not wait for work of this level
    def take_before(level) = @mutex.synchronize { next_before(level) }

    def wake = @mutex.synchronize { @arrived.signal }

    def fail_all(error)
      @mutex
        .synchronize { @waiting.each_value.flat_map { |jobs| jobs.shift(jobs.size) } }
        .each { |job| job.fail(error) }
    end

    # Nobody will come for jobs any more.
    def close(error)
      @mutex.synchronize { @closed_by = error }
      fail_all(error)
    end

    private

    def next_before(level)
      @waiting.each { |of, jobs| return jobs.shift if of < level && jobs.any? }
      nil
    end
  end
end
