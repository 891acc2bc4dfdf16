# frozen_string_literal: true

module Link
  # The link to one drive: a thread that connects, reads everything, polls the live figures, does the jobs it is
  # handed and, when the drive falls silent, tries again until it is closed. States: connecting, reading, online,
  # lost, loader (the drive waits for firmware), taken (the device is linked elsewhere already), closed.
  #
  # Whatever the thread is busy with, between any two exchanges it does what must not wait (#give_way): polls that are
  # due, motion before ordinary work, a stop before everything. So work on the link is written without a thought of
  # watchdog and STOP.
  class Connection
    POLL = 0.044 # s between polls: 22 a second and a little
    BACK_OFF = [0.25, 0.5, 1.0, 2.0].freeze
    COUNTERS = %w[storage.live_changes storage.stored_changes device.starts].freeze
    TOLD = 0.3 # s between words of progress
    MOST_REFUSALS = 20 # polls in a row that are answered with an exception
    REREAD = (0.0..8.0) # s from one reading of what somebody else changed to the next; longer while he goes on
    STOP, WORK = Jobs::LEVELS.values_at(:stop, :work)

    class << self
      # Who tends a motor over a connection (Motion::Control) and who writes down what it notices (Diary): the
      # application says so (config/initializers/link.rb), as links know nothing of either.
      attr_accessor :attendant, :diary
    end

    attr_accessor :name
    attr_reader :drive_id,
                :place,
                :state,
                :message,
                :progress,
                :profile,
                :samples,
                :identity,
                :since,
                :motion,
                :live,
                :stored,
                :connects

    def initialize(drive)
      @drive_id = drive.id
      @name = drive.name
      @place = [drive.host, drive.port, drive.unit].freeze
      @jobs = Jobs.new
      @samples = Samples.new
      @clerk = Clerk.new
      @writers = Concurrent::AtomicFixnum.new
      @motion = self.class.attendant.new(self)
      @live = {}
      @stored = {}
      @attempts = @connects = @refusals = 0
      @pace = REREAD.min
      @reread_at = @told = 0.0
      turn(:connecting, "Connecting to #{where}")
    end

    def start
      @thread = Thread.new { run }
      @thread.name = "link #{name}"
      self
    end

    def diary = self.class.diary

    # Ends the link; a motor that Gallop moves is stopped first.
    def close
      @closing = true
      @jobs.wake
      @thread&.join(3)
      turn(:closed, "Not connected")
    end

    def where = place.first(2).join(":")
    def online? = state == :online
    def alive? = @thread&.alive?

    # Runs the block on the link's thread.
    # @param level [Symbol] stop, motion or work @yieldparam wire [Wire] @return what the block returns
    # @raise [Offline, Lost, Refused, Late]
    def ask(level = :work, &work)
      return work.call(@wire) if Thread.current == @thread
      raise Offline, name unless answers?(level)
      job = @jobs.add(Jobs::Job.new(level, &work))
      # It was lost in between, and nobody would come for the job
      @jobs.fail_all(Offline.new(name)) unless answers?(level)
      job.result
    end

    # Writes one value of ours, and reads back what the drive made of it.
    # @yield on the link's thread, just before the word goes out
    def put(key, raw)
      ask do |wire|
        yield if block_given?
        wire.write(key, raw)
        wire.read_one(key).tap { |made| took(key, made) }
      end
    end

    # Reads all values again, writes them down and tells everybody.
    def reread
      ask { |wire| read_values(wire) }
      @clerk.catch_up
    end

    # While the block runs, values change by Gallop's own hand: they are not read again after each, but once it has
    # ended.
    def own_writes
      @writers.increment
      yield
    ensure
      @writers.decrement
    end

    # Work for the database that the link's thread must not wait for.
    def note(&) = @clerk.note(&)

    # Waits until what was noted so far is written down.
    def caught_up = @clerk.catch_up

    # After a write: one live value as the drive has it now.
    def took(key, raw) = @live = @live.merge(key => raw).freeze

    private

    # A stop need not wait for the end of the first reading.
    def answers?(level) = online? || (level == :stop && state == :reading)

    def run
      attempt until @closing
    ensure
      farewell
    end

    # No answer of a drive, and no error of our own, ends the thread: whatever happens, it is said and tried again.
    def attempt
      connect
      @attempts = 0
      serve
    rescue Elsewhere => e
      lose(e.message, :taken)
    rescue Wire::InLoader => e
      lose(e.message, :loader)
    rescue Wire::Lost => e
      lose(e.message)
    rescue Wire::Refused => e
      lose("The drive refuses: #{e.message}")
    rescue StandardError => e
      Rails.error.report(e, handled: true, context: { drive: name })
      Rails.logger.error("link #{name}: #{e.full_message(highlight: false)}")
      lose("An error of Gallop's own: #{e.message}")
    end

    def connect
      turn(:connecting, "Connecting to #{where}") unless %i[lost loader taken].include?(state)
      host, port, unit = place
      modbus = Wire::Modbus.open(host, port, unit: unit)
      @identity = Wire::Identity.read(modbus)
      raise Wire::InLoader if @identity.loader
      @wire = Wire::Device.new(modbus, @identity.profile, between: -> { give_way })
      @identity.check(@wire)
      Registry.sole(self)
      get_to_know
    rescue Wire::Lost, Wire::Refused, Elsewhere
      modbus&.close
      raise
    end

    def get_to_know
      @last = nil
      @live = {}
      @profile = @wire.profile
      turn(:reading, "Reading all values")
      read_values(@wire)
      @connects += 1
      @clerk.catch_up
      turn(:online, "Connected")
      diary.connected(self)
    end

    # The counters are taken first: what changes while the values are read makes them be read again.
    def read_values(wire)
      at_level(WORK) do
        @counters = wire.live.values_at(*COUNTERS)
        live = wire.read_all { |share| progressed(share * 0.7) }
        stored = wire.read_stored { |share| progressed(0.7 + share * 0.3) }
        before = @live
        @live = live.freeze
        @stored = stored.freeze
        diary.values_read(self, before)
      end
    end

    # Each word makes every page ask how the project stands.
    def progressed(share)
      @progress = share
      return if online? || now - @told < TOLD
      @told = now
      Feed.changed(drive_id, "link")
    end

    def serve
      @due = now
      @refusals = 0
      until @closing
        poll_when_due
        reread_changes
        job = @jobs.take([@due - now, 0].max)
        at_level(job.level) { job.run(@wire) } if job
      end
    end

    # Between two exchanges of whatever is under way.
    def give_way
      return if @level.nil? || @level == STOP
      run_jobs_before(@level)
      run_jobs_before(@level) if online? && poll_when_due # what came while the poll was on the wire
    end

    def run_jobs_before(level)
      while (job = @jobs.take_before(level))
        at_level(job.level) { job.run(@wire) }
      end
    end

    def at_level(level)
      outer = @level
      @level = level
      yield
    ensure
      @level = outer
    end

    # @return [Boolean] whether it was due
    def poll_when_due
      return false if now < @due
      at_level(STOP) { poll }
      @due = [@due + POLL, now].max
      true
    end

    def poll
      refreshing = motion.refreshes?
      raw = @wire.live(refresh: refreshing)
      sample = Sample.new(at: now, raw: raw, profile: @wire.profile)
      samples << sample
      motion.tend(@wire, sample)
      Feed.live(drive_id, sample)
      diary.noticed(self, @last, sample)
      @last = sample
      @refusals = 0
    rescue Wire::Refused => e
      refused_poll(e, refreshing)
    end

    # One exception (busy, say) is no loss; the dead-man goes on all the same.
    def refused_poll(error, refreshing)
      @refusals += 1
      motion.tend_blind(@wire, refreshing)
      raise Wire::Lost, "The drive refuses to be polled: #{error.message}" if @refusals >= MOST_REFUSALS
    end

    # Whoever changed a value: all are read again, more slowly where he does so all the time.
    def reread_changes
      if @last.nil? || @writers.value.positive? || @last.raw.values_at(*COUNTERS) == @counters || now < @reread_at
        return
      end
      @pace = now - @reread_at < @pace ? [@pace * 2, REREAD.max].min : REREAD.min + POLL
      read_values(@wire)
      @reread_at = now + @pace
    end

    def lose(reason, as = :lost)
      was_online = state == :online
      @wire&.close
      @wire = nil
      Registry.free(self)
      turn(as, reason)
      @jobs.fail_all(Wire::Lost.new(reason))
      motion.link_lost
      diary.lost(self, reason) if was_online
      wait(BACK_OFF.fetch(@attempts, BACK_OFF.last))
      @attempts += 1
    end

    def wait(seconds)
      deadline = now + seconds
      @jobs.take([deadline - now, 0.1].min)&.fail(Offline.new(name)) until @closing || now >= deadline
    end

    def farewell
      @level = STOP
      motion.stop_before_leaving(@wire) if @wire
    rescue Wire::Lost, Wire::Refused => e
      Rails.logger.warn("link #{name}: could not stop before leaving: #{e.message}")
    ensure
      turn(:closed, "Not connected")
      @jobs.close(Offline.new(name))
      @wire&.close
      Registry.free(self)
      @clerk.close
    end

    def turn(state, message)
      @state = state
      @message = message
      @since = Time.current
      Feed.changed(drive_id, "link")
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
