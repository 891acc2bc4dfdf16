# frozen_string_literal: true

module Motion
  # All motion of one drive that Gallop commands. Everything here is checked again at the server, whatever a page
  # shows: reins, needs,
  # gait. What changes something is done on the link's thread, and asks there once more whether it still may.
  #
  # While motion is enabled Gallop holds the drive (control.holder): its watchdog and envelope are ours, and it takes
  # nobody else's word but a quick stop. The dead-man runs on the link's thread: as long as the holder's signs of life
  # are fresh, each poll refreshes the drive's own watchdog; when they are not, the motor is stopped, and if that
  # cannot be done any more the drive stops by itself.
  class Control
    include Supervision

    WATCHDOG_WINDOW = 400 # ms
    STATE_TIMEOUT = 1.0 # s for the drive to follow a Controlword
    FIRST_SIGN = 1.0 # s for the first sign of life of a tab that has just taken the reins
    STANDSTILL_TIMEOUT = 5.0
    STANDSTILL = 0.005 # share of the speed limit
    NOT_ALIGNED = 0 # of feedback.aligned
    STEPS = { shutdown: :ready_to_switch_on, switch_on: :switched_on, enable_operation: :operation_enabled }.freeze

    attr_reader :reins

    # What became of the last command that is still in force. @return [Command::Held, HeldSpeed, nil]
    attr_reader :held

    def initialize(connection)
      @connection = connection
      @reins = Reins.new
      @phase = :idle # then enabling, armed
      @holding = false
      @stops = Concurrent::AtomicFixnum.new
      @successors = Concurrent::AtomicFixnum.new
      @gaits = Mutex.new
    end

    # Motion was enabled by Gallop and has not ended.
    def armed? = @phase == :armed

    # Whether Gallop has the drive: from the first step of an enabling until the drive was given back.
    def holding? = @holding && !supervising?

    # What the motor is enabled for, of Mode::KINDS; nil while it is not.
    def kind = armed? ? @mode.kind : nil

    # The speed that is commanded, in the drive's unit.
    def speed = @command.is_a?(Speed) ? @held.held : 0.0

    # The envelope that the drive has; nil while the motor is not enabled by Gallop.
    def gait = armed? || supervising? ? @gait : nil

    # Whether the next poll carries a sign of life to the drive.
    def refreshes? = @holding && reins.fresh?

    # What the gait shows and what the drive has stay one: changing it and enabling go one after the other.
    def with_gait(&) = @gaits.synchronize(&)

    # @param gait [Gallop::Gait] @param kind [String] of Mode::KINDS @param consents [Array<String>] of Consent::NAMES
    # @raise [NotHeld, Unmet, OutOfState, Gallop::Objects::Unacceptable]
    def enable(tab, gait:, needs:, kind: "speed", consents: [])
      authorise(tab)
      mode = Mode.of(kind, @connection.profile)
      await_sign_of_life
      unmet = needs.reject(&:met)
      raise Unmet, unmet if unmet.any?
      Consent::ALL.each do |consent|
        if consent.applies?(self, kind) && !consents.include?(consent.name)
          raise OutOfState, consent.sentence(@connection.name)
        end
      end
      @connection.ask(:motion) { |wire| bring_up(wire, tab, gait, mode) }
    end

    # Whether the motor turns no more, as of the last poll.
    def standing?
      sample = @connection.samples.last
      sample.nil? || sample["speed.actual"].abs <= STANDSTILL * bounds.speed
    end

    # Whether the next enabling moves the motor, to find its magnets.
    def aligns? = @connection.samples.last&.raw&.fetch("feedback.aligned", nil) == NOT_ALIGNED

    # Whether the target comes from the drive's pulse input, and not from here.
    def follows_pulse? = @connection.live.fetch("pulse.function", 0).positive?

    # Whether other drives start and turn with it.
    def leads_team? = @connection.live.fetch("team.place", 0) == Gallop::Terminals::Team::FIRST

    # Whether the drive opens a holding brake when it is enabled.
    def brake? = @connection.live.fetch("brake.fitted", 0) == 1

    # As long as the block runs, nobody enables the motor here. @param sentence [String] what they are told
    # @raise [OutOfState] where it is enabled
    def keep_still(sentence)
      @connection.ask(:motion) do
        raise OutOfState, "#{@connection.name} is enabled. Stop it first." if holding?
        @kept_still = sentence
      end
      yield
    ensure
      @kept_still = nil
    end

    # @param command [Command] @return [Command::Held, HeldSpeed] what became of it
    # @raise [NotHeld, OutOfState, Gallop::Objects::Unacceptable]
    def perform(tab, command)
      authorise(tab)
      if follows_pulse?
        raise OutOfState, "#{@connection.name} follows its pulse input; a #{command.kind} from here does nothing."
      end
      @connection.ask(:motion) do |wire|
        alive!(tab)
        enabled!(wire)
        fits!(command)
        carry_out(wire, command)
      end
    end

    # @param asked [Float] in the drive's unit of speed, signed @return [HeldSpeed]
    def set_point(tab, asked) = perform(tab, Speed.new(asked))

    # To rest by the ramp, still enabled.
    def halt(tab)
      authorise(tab)
      @connection.ask(:motion) do |wire|
        authorise(tab)
        enabled!(wire)
        come_to_a_halt(wire)
      end
    end

    # To rest by the ramp, then the power stage off.
    def disable(tab)
      authorise(tab)
      @stops.increment # an enabling that is under way ends
      @connection.ask(:motion) do |wire|
        authorise(tab)
        power_off(wire)
      end
    end

    # Quick stop, for everybody.
    def stop
      @stops.increment
      @connection.ask(:stop) { |wire| quick_stop(wire) }
    end

    # @raise [Reins::Held] when another tab holds them
    # @param gait [Gallop::Gait, nil] that what contacts start is held to
    def take(tab, label, gait: nil)
      watch_with(gait)
      return reins.take(tab, label) if @phase == :idle || reins.held_by?(tab)
      raise Reins::Held, reins.holder if reins.holder
      take_over(tab, label) # of a holder who has been silent for long
    end

    # Lets the reins go; a motor that was moving stops.
    # @return [Boolean] whether this tab held them
    def release(tab)
      return false unless reins.release(tab)
      stop unless @phase == :idle
      true
    rescue Link::Offline, Wire::Lost, Link::Late, Wire::Refused
      true # the drive's own watchdog stops it
    end

    # From another tab, by force: the motor is at rest and its power stage off before they change hands, and the
    # holder of before cannot enable meanwhile.
    def take_over(tab, label, gait: nil)
      watch_with(gait)
      @successors.increment
      come_to_rest
      return reins.hand_over(tab, label) unless @connection.online?
      @connection.ask(:stop) do
        raise OutOfState, "The motor was enabled again. The reins stay where they are." unless @phase == :idle
        reins.hand_over(tab, label)
      end
    ensure
      @successors.decrement
    end

    # A new gait while the motor is enabled. A lower one slows the motor, a higher one leaves its speed.
    # @param choose [Proc] that answers with it, after whatever has to be asked first; nothing else changes the gait,
    # or enables, meanwhile
    # @yield once the drive has it, or at once where none is enabled
    def change_gait(choose)
      with_gait do
        gait = choose.call
        @resting_gait = gait
        @connection.ask(:motion) { |wire| regait(wire, gait) } if armed? || supervising?
        yield
      end
    end

    # On the link's thread, after each poll.
    def tend(wire, sample)
      return begin_supervising(wire) if due_to_supervise?(sample)
      return watch_over(wire, sample) if supervising?
      return unless @holding && @phase != :enabling
      return give_back(wire) unless sample.enabled?
      return fall(wire) if sample.state == :operation_enabled && !reins.fresh?
      end_command(wire, sample) if @command&.over?(now)
    end

    # On the link's thread, after a poll that the drive has refused. @param refreshing [Boolean] whether it carried a
    # sign of life
    def tend_blind(wire, refreshing)
      return unless @holding
      return forget if refreshing && !ours?(wire)
      fall(wire) if (armed? || supervising?) && !reins.fresh?
    rescue Wire::Refused => e
      Rails.logger.warn("#{@connection.name} refuses to be stopped by the dead-man: #{e.message}; it is tried again")
    end

    def link_lost = forget

    def stop_before_leaving(wire)
      quick_stop(wire) if @holding
    end

    def authorise(tab)
      raise NotHeld.new(@connection.name, reins.holder) unless reins.held_by?(tab)
    end

    private

    # Moving needs a tab that lives, and not only one that has asked for the reins once.
    def alive!(tab)
      authorise(tab)
      raise OutOfState, "#{@connection.name} is being taken over by somebody else." if @successors.value.positive?
      return if reins.fresh?
      raise OutOfState,
            "The tab that holds the reins of #{@connection.name} gives no signs of life, so that nobody could stop " \
              "the motor by closing it. Show the page, and try again."
    end

    def await_sign_of_life
      deadline = now + FIRST_SIGN
      sleep 0.02 until reins.fresh? || now > deadline
    end

    def enabled!(wire)
      raise OutOfState, "#{@connection.name} is not enabled." unless armed? && state_of(wire) == :operation_enabled
    end

    def state_of(wire) = Gallop::Cia402::Statusword.state(wire.live(refresh: refreshes?).fetch("control.status"))

    def fits!(command)
      return if command.kind == @mode.kind
      raise OutOfState,
            "#{@connection.name} is enabled for #{@mode.kind}, and this is commanded by #{command.kind}. " \
              "Disable it, and enable it for #{command.kind}."
    end

    def carry_out(wire, command)
      unless command.prolongs?(@command)
        @held = command.held(@gait, bounds).tap { |held| command.apply(@mode, wire, held) }
      end
      @command = command
      @held
    end

    # Where the drive holds the target already, a halt would let it stand wherever it swings just then.
    def end_command(wire, sample)
      return come_to_a_halt(wire) unless @command.arrived?(@held, sample)
      @command = @held = nil
    end

    def come_to_a_halt(wire)
      @mode.halt(wire)
      @command = @held = nil
    end

    def bounds = Bounds.new(@connection.profile, @connection.live, @connection.samples.last)

    # An enabling that fails, or that is stopped, leaves nothing behind.
    def bring_up(wire, tab, gait, mode)
      stops = @stops.value
      alive!(tab)
      raise OutOfState, @kept_still if @kept_still
      raise OutOfState, "#{@connection.name} is enabled already." if armed?
      raise OutOfState, "#{@connection.name} is still being switched off." if holding?
      @phase = :enabling
      @mode = mode
      hold(wire) unless @holding
      write_envelope(wire, gait)
      set_mode(wire)
      clear(wire)
      wire.write("control.watchdog_window", WATCHDOG_WINDOW)
      STEPS.each { |word, state| step_up(wire, word, state) { still_wanted!(tab, stops) } }
      @gait = gait
      @phase = :armed
    ensure
      take_down(wire) if @phase == :enabling
    end

    def hold(wire)
      @number = rand(1..0xFFFFFFFF)
      wire.write("control.holder", @number)
      @holding = true
    rescue Wire::Refused => e
      raise unless e.for_holder? || e.while_enabled?
      raise OutOfState,
            "Somebody else commands #{@connection.name}: another program moves it, or did a moment ago, or it was " \
              "enabled by itself."
    end

    def ours?(wire) = wire.read_one("control.holder") == @number

    # Only when it is another: a drive counts every write to a setting as a change, and what changed is read again.
    def set_mode(wire)
      return if wire.read_one("control.mode") == @mode.code
      wire.write("control.mode", @mode.code)
      @connection.took("control.mode", @mode.code)
    end

    def still_wanted!(tab, stops)
      raise OutOfState, "#{@connection.name} was stopped while it was being enabled." unless @stops.value == stops
      alive!(tab)
    end

    def step_up(wire, word, state)
      yield
      control(wire, word)
      deadline = now + STATE_TIMEOUT
      until (seen = state_of(wire)) == state
        if now > deadline
          raise OutOfState,
                "The drive stays in “#{Gallop::Cia402::STATES[seen]}” instead of “#{Gallop::Cia402::STATES[state]}”."
        end
        yield
      end
    end

    # Back from wherever an enabling came to. What cannot be said any more the drive does by itself, as nobody
    # refreshes it.
    def take_down(wire)
      @phase = :idle
      return unless @holding
      control(wire, :shutdown)
      give_back(wire) unless %i[operation_enabled quick_stop_active].include?(state_of(wire))
    rescue Wire::Lost, Wire::Refused => e
      Rails.logger.warn("#{@connection.name}, after an enabling that failed: #{e.message}")
    end

    def regait(wire, gait)
      return unless armed? || supervising? # it has ended meanwhile, and the drive has its whole envelope
      lower = @gait.above?(gait)
      write_envelope(wire, gait)
      @gait = gait
      return unless @command&.depends_on_gait? && lower
      @held = @command.held(gait, bounds)
      @command.apply(@mode, wire, @held)
    end

    # Nothing of what was commanded is left, by us or by whoever the drive listened to.
    def clear(wire)
      (@mode || SpeedMode.new(wire.profile)).clear(wire)
      @command = @held = nil
    end

    # The speed of before must not come back with the next enabling. A drive that somebody else holds takes the quick
    # stop alone.
    def quick_stop(wire)
      control(wire, :quick_stop)
      clear(wire)
    rescue Wire::Refused => e
      raise unless e.for_holder?
    end

    # A drive that stays under current after its quick stop is let go only at rest.
    def power_off(wire)
      if state_of(wire) == :quick_stop_active
        raise OutOfState, "#{@connection.name} has not come to rest yet. Try again in a moment." unless standing?
        control(wire, :disable_voltage)
      else
        clear(wire) if armed?
        control(wire, :shutdown)
      end
    end

    def control(wire, word) = wire.write("control.word", Gallop::Cia402::Controlword::WORDS.fetch(word))

    def write_envelope(wire, gait)
      gait.envelope.each { |key, percent| wire.write(key, wire.profile.fetch(key).raw(percent)) }
    end

    # The dead-man falls.
    def fall(wire)
      quick_stop(wire)
      @connection.diary.dead_man(@connection)
    end

    # Envelope and watchdog go with the holder: the drive takes them back itself.
    def give_back(wire)
      forget
      wire.write("control.holder", 0)
    rescue Wire::Refused => e
      Rails.logger.warn("#{@connection.name} was not given back: #{e.message}; it frees itself")
    ensure
      Link::Feed.changed(@connection.drive_id, "motion")
    end

    def forget
      @phase = :idle
      @holding = false
      @command = @held = nil
    end

    # Stops, waits for rest, and takes the current away from a drive that would keep it.
    def come_to_rest
      return if @phase == :idle || !@connection.online?
      stop
      deadline = now + STANDSTILL_TIMEOUT
      until @phase == :idle || !@connection.online?
        if now > deadline
          raise OutOfState,
                "The motor did not come to rest within #{STANDSTILL_TIMEOUT.round} s; the reins stay where they are."
        end
        let_go_of_current if @connection.samples.last&.state == :quick_stop_active && standing?
        sleep Link::Connection::POLL
      end
    end

    # Only of one that is not on its way out of the quick stop by itself.
    def let_go_of_current
      return unless @connection.live["control.quick_stop_option"].to_i >= 5
      @connection.ask(:stop) { |wire| power_off(wire) }
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
