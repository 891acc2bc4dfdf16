# frozen_string_literal: true

module Link
  # The link to one drive: a thread that connects, reads everything, polls the live figures, does the jobs it is handed and, when the
  # drive falls silent, tries again until it is closed. States: connecting, reading, online, lost, loader (the drive waits for firmware),
  # closed.
  class Connection
    POLL = 0.044           # s between polls: 22 a second and a little
    BACK_OFF = [ 0.25, 0.5, 1.0, 2.0 ].freeze
    COUNTERS = %w[storage.live_changes storage.stored_changes device.starts].freeze

    attr_accessor :name
    attr_reader :drive_id, :state, :message, :progress, :profile, :samples, :identity, :since, :motion, :live, :stored, :connects

    def initialize(drive)
      @drive_id = drive.id
      @name = drive.name
      @host = drive.host
      @port = drive.port
      @unit = drive.unit
      @jobs = Jobs.new
      @samples = Samples.new
      @clerk = Clerk.new
      @writers = Concurrent::AtomicFixnum.new
      @motion = Motion::Control.new(self)
      @live = {}
      @stored = {}
      @attempts = @connects = 0
      turn(:connecting, "Connecting to #{@host}:#{@port}")
    end

    def start
      @thread = Thread.new { run }
      @thread.name = "link #{name}"
      self
    end

    # Ends the link; a motor that Gallop moves is stopped first.
    def close
      @closing = true
      @jobs.wake
      @thread&.join(3)
      turn(:closed, "Not connected")
    end

    def online? = state == :online
    def alive? = @thread&.alive?

    # Runs the block on the link's thread. @yieldparam wire [Wire] @return what the block returns
    # @raise [Offline, Lost, Refused]
    def ask(urgent: false, &work)
      return work.call(@wire) if Thread.current == @thread
      raise Offline, name unless online?
      job = @jobs.add(Jobs::Job.new(&work), urgent: urgent)
      @jobs.fail_all(Offline.new(name)) unless online? # it was lost in between, and nobody would come for the job
      job.result
    end

    # Reads all values again, writes them down and tells everybody.
    def reread
      ask { |wire| read_values(wire) }
      @clerk.catch_up
    end

    # While the block runs, values change by Gallop's own hand: they are not read again after each, but once it has ended.
    def own_writes
      @writers.increment
      yield
    ensure
      @writers.decrement
    end

    # Work for the database that the link's thread must not wait for.
    def note(&) = @clerk.note(&)

    # After a write: one live value as the drive has it now.
    def took(key, raw) = @live = @live.merge(key => raw).freeze

    private

    def run
      until @closing
        begin
          connect
          @attempts = 0
          serve
        rescue Lost => e
          lose(e.message, e.is_a?(InLoader) ? :loader : :lost)
        end
      end
    rescue StandardError => e
      Rails.error.report(e, handled: false, context: { drive: name })
      Rails.logger.error("link #{name}: #{e.full_message(highlight: false)}")
      lose("The link stopped on an error of its own: #{e.message}")
      raise
    ensure
      farewell
    end

    def connect
      turn(:connecting, "Connecting to #{@host}:#{@port}") unless %i[lost loader].include?(state)
      modbus = Modbus.open(@host, @port, unit: @unit)
      @wire = identify(modbus)
      turn(:reading, "Reading all values")
      @last = nil
      @live = {}
      read_values(@wire)
      @profile = @wire.profile
      @connects += 1
      motion.tidy(@wire, Sample.new(at: now, raw: @wire.live, profile: profile))
      @clerk.catch_up
      turn(:online, "Connected")
      Recorder.connected(self)
    rescue Refused => e
      modbus&.close
      raise Lost, "The drive refuses to be read: #{e.message}"
    end

    def identify(modbus)
      @identity = Identity.read(modbus)
      raise InLoader if @identity.loader
      Wire.new(modbus, @identity.profile)
    rescue Lost
      modbus.close
      raise
    end

    # The counters are taken first: what changes while the values are read makes them be read again.
    def read_values(wire)
      @counters = wire.live.values_at(*COUNTERS)
      live = wire.read_all { |share| meanwhile(share * 0.7) }
      stored = wire.read_stored { |share| meanwhile(0.7 + share * 0.3) }
      before = @live
      @live = live.freeze
      @stored = stored.freeze
      Recorder.values_read(self, before)
    end

    # Between two blocks of a long reading: a motor that turns wants its signs of life all the same.
    def meanwhile(share)
      @progress = share
      state == :online ? poll_when_due : Feed.changed(drive_id, "link")
    end

    def serve
      @due = now
      until @closing
        read_values(@wire) if poll_when_due && @writers.value.zero? && changed?
        job = @jobs.take([ @due - now, 0 ].max)
        job&.run(@wire)
      end
    end

    # @return [Boolean] whether it was due
    def poll_when_due
      return false if now < @due
      raw = @wire.live(refresh: motion.refreshes?)
      sample = Sample.new(at: now, raw: raw, profile: @wire.profile)
      samples << sample
      motion.tend(@wire, sample)
      Feed.live(drive_id, sample)
      Recorder.noticed(self, @last, sample)
      @last = sample
      @due = [ @due + POLL, now ].max
      true
    end

    # Whether a value is no longer what it was, whoever changed it.
    def changed? = @last.raw.values_at(*COUNTERS) != @counters

    def lose(reason, as = :lost)
      was_online = state == :online
      @wire&.close
      @wire = nil
      turn(as, reason)
      @jobs.fail_all(Lost.new(reason))
      motion.link_lost
      Recorder.lost(self, reason) if was_online
      wait(BACK_OFF.fetch(@attempts, BACK_OFF.last))
      @attempts += 1
    end

    def wait(seconds)
      deadline = now + seconds
      until @closing || now >= deadline
        @jobs.take([ deadline - now, 0.1 ].min)&.fail(Offline.new(name))
      end
    end

    def farewell
      motion.stop_before_leaving(@wire) if @wire
    rescue Lost, Refused => e
      Rails.logger.warn("link #{name}: could not stop before leaving: #{e.message}")
    ensure
      @wire&.close
      @jobs.fail_all(Offline.new(name))
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
