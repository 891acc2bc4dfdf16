# frozen_string_literal: true

module Link
  # Work for a connection's thread, urgent jobs first. The asking thread waits for the answer.
  class Jobs
    # One piece of work and its outcome.
    class Job
      def initialize(&work)
        @work = work
        @outcome = Thread::Queue.new
      end

      def run(wire)
        @outcome << [ @work.call(wire), nil ]
      rescue Lost => e
        @outcome << [ nil, e ]
        raise
      rescue StandardError => e
        @outcome << [ nil, e ]
      end

      def fail(error) = @outcome << [ nil, error ]

      def result
        value, error = @outcome.pop
        error ? raise(error) : value
      end
    end

    def initialize
      @mutex = Mutex.new
      @arrived = ConditionVariable.new
      @urgent = []
      @waiting = []
    end

    def add(job, urgent: false)
      @mutex.synchronize do
        (urgent ? @urgent : @waiting) << job
        @arrived.signal
      end
      job
    end

    # Waits for a job, at most so many seconds; wakes early for #wake.
    def take(seconds)
      @mutex.synchronize do
        @arrived.wait(@mutex, seconds) if seconds.positive? && empty?
        @urgent.shift || @waiting.shift
      end
    end

    def wake = @mutex.synchronize { @arrived.signal }

    def fail_all(error)
      @mutex.synchronize { [ @urgent, @waiting ].flat_map { |jobs| jobs.shift(jobs.size) } }.each { |job| job.fail(error) }
    end

    private

    def empty? = @urgent.empty? && @waiting.empty?
  end
end
