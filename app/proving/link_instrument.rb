# frozen_string_literal: true

module Proving
  # The instrument of a procedure over the link: patterns are commands like any other, so that reins, gait, dead-man and
  # STOP are asked as ever; samples come out of the trace memory.
  class LinkInstrument < Gallop::Identify::Instrument
    LOOK = 0.03 # s
    LATE = 5.0 # s beyond what a recording should last
    SEEN = %w[clockwise counter_clockwise not_at_all unseen].freeze

    attr_reader :profile

    # @param run [Run] @param tab [String] that holds the reins
    # @param driving [Proc, nil] that enables the motor for as long as its block runs; nil where it is enabled already
    def initialize(run, tab, driving: nil)
      super()
      @driving = driving
      @run = run
      @tab = tab
      @profile = run.drive.profile
      @memory = Recording::Memory.new(connection)
    end

    def figure(key)
      entry = profile[key] or return
      @run.checkpoint!
      self.class.si(entry, connection.ask { |wire| wire.read_one(key) })
    end

    def begin(pattern) = perform(pattern)
    def end_it = perform(nil)

    def state
      @run.checkpoint!
      connection.ask { |wire| wire.read_one("injection.state") }
    end

    def turn(speed)
      @run.checkpoint!
      real = Gallop::Identify::Permitted.shaft(self).real(:speed, speed)
      unit = Gallop::Quantities::Unit.fetch(profile.speed_unit)
      connection.motion.perform(@tab, Motion::Turn.new(unit.from_si(real)))
    end

    def place(count)
      @run.checkpoint!
      connection.motion.perform(@tab, Motion::Place.new(count.round))
    rescue Gallop::Objects::Unacceptable => e
      raise Gallop::Identify::Undecided, e.message
    end

    def look_for_home
      @run.checkpoint!
      connection.motion.perform(@tab, Motion::Home.new)
    end

    def excite(excitation)
      @run.checkpoint!
      connection.motion.perform(@tab, Motion::Excitation.new(excitation))
    end

    def record(keys, divider:, length:)
      setup = Gallop::Traces::Setup.checked(profile, signals: keys, divider: divider, length: length, pre: 0)
      ticket = arm(setup)
      yield if block_given?
      samples = fetch(setup, ticket)
      Take.new(
        columns: keys.zip(samples.map { |column| Numo::DFloat.cast(column) }).to_h,
        interval: divider / connection.live.fetch("trace.rate").to_f
      )
    end

    # By the drive's own clock: what answers late is no slower machine.
    def pause(seconds)
      clock = DriveClock.new(connection)
      left = seconds
      while left.positive?
        @run.pause(left)
        left = seconds - clock.elapsed
      end
    end

    def driving(&work) = @driving ? @driving.call(work) : yield
    def lend(values, &) = @run.borrowing(values, &)
    def report(share, text) = @run.report(text, share)

    def ask_direction
      @run.ask("Seen on the end of the shaft: which way did it turn at first?", within: 120.0).fetch(:seen)
    end

    private

    def connection = @run.drive.connection!

    def perform(pattern)
      @run.checkpoint!
      connection.motion.perform(@tab, Motion::Injection.new(pattern))
    end

    def arm(setup)
      @run.checkpoint!
      ticket = rand(1..0xFFFFFFFF)
      connection.ask do |wire|
        wire.write("trace.command", Gallop::Traces::CLEAR)
        setup.entries(ticket: ticket).each { |key, raw| wire.write(key, raw) }
        wire.write("trace.command", Gallop::Traces::ARM)
      end
      ticket
    end

    # @return [Array<Array<Float>>]
    def fetch(setup, ticket)
      clock = DriveClock.new(connection)
      lasts = setup.length * setup.divider / connection.live.fetch("trace.rate").to_f
      until (look = @memory.look).complete?
        refuse_taken unless look.ticket == ticket
        if clock.elapsed > lasts + LATE
          raise Gallop::Identify::Undecided, "The trace memory was not full in time. Try again."
        end
        pause(LOOK)
      end
      refuse_taken unless look.ticket == ticket
      @memory.columns(Gallop::Traces::FIRST_FILE, setup.channels.size, setup.length) { @run.checkpoint! }
    end

    def refuse_taken
      raise Gallop::Identify::Undecided, "The trace memory was armed by somebody else meanwhile. Try again."
    end
  end
end
