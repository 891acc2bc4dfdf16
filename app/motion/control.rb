# frozen_string_literal: true

module Motion
  # All motion of one drive that Gallop commands. Everything here is checked again at the server, whatever a page shows: reins, needs,
  # gait. The dead-man runs on the link's thread: as long as the holder's signs of life are fresh, each poll refreshes the drive's own
  # watchdog; when they are not, the motor is stopped, and if that cannot be done any more the drive stops by itself.
  class Control
    WATCHDOG_WINDOW = 400 # ms
    STATE_TIMEOUT = 1.0   # s for the drive to follow a Controlword
    STANDSTILL_TIMEOUT = 5.0
    NOT_ALIGNED = 0       # of feedback.aligned

    attr_reader :reins, :speed

    def initialize(connection)
      @connection = connection
      @reins = Reins.new
      @armed = false
    end

    # Motion was enabled by Gallop and has not ended.
    def armed? = @armed

    # Whether the next poll carries a sign of life to the drive.
    def refreshes? = @armed && reins.fresh?

    # @param gait [Gallop::Gait] @param align, pulse [Boolean] an explicit yes to the motion of an alignment, and to following the pulse input
    # @raise [NotHeld, Unmet, OutOfState]
    def enable(tab, gait:, needs:, align: false, pulse: false)
      authorise(tab)
      unmet = needs.reject(&:met)
      raise Unmet, unmet if unmet.any?
      raise OutOfState, "#{@connection.name} is aligned at its first enabling: the motor moves by itself, up to half an electrical turn. That needs an explicit yes (align)." if aligns? && !align
      raise OutOfState, "The pulse input commands #{@connection.name}: once enabled, the motor follows the pulse. That needs an explicit yes (pulse)." if follows_pulse? && !pulse
      @connection.ask(urgent: true) { |wire| bring_up(wire, gait) }
    end

    # Whether the next enabling moves the motor, to find its magnets.
    def aligns? = @connection.samples.last&.raw&.fetch("feedback.aligned", nil) == NOT_ALIGNED

    # Whether the target comes from the drive's pulse input, and not from here.
    def follows_pulse? = @connection.live.fetch("pulse.function", 0).positive?

    # @param asked [Float] in the drive's unit of speed, signed @return [HeldSpeed]
    def set_point(tab, asked, gait:)
      authorise(tab)
      raise OutOfState, "#{@connection.name} follows its pulse input; a speed from here does nothing." if follows_pulse?
      held = HeldSpeed.of(asked, gait: gait, limit: speed_limit, unit: @connection.profile.speed_unit)
      @connection.ask(urgent: true) { |wire| command_enabled(wire, held.held) }
      held
    end

    # To rest by the ramp, still enabled.
    def halt(tab)
      authorise(tab)
      @connection.ask(urgent: true) { |wire| command_enabled(wire, 0.0) }
    end

    # To rest by the ramp, then the power stage off.
    def disable(tab)
      authorise(tab)
      @connection.ask(urgent: true) do |wire|
        command(wire, 0.0) if @armed
        control(wire, :shutdown)
      end
    end

    # Quick stop, for everybody.
    def stop
      @connection.ask(urgent: true) { |wire| quick_stop(wire) }
    end

    # Lets the reins go; a motor that was moving stops.
    # @return [Boolean] whether this tab held them
    def release(tab)
      return false unless reins.release(tab)
      stop if @armed
      true
    rescue Link::Offline, Link::Lost
      true # the drive's own watchdog stops it
    end

    # From another tab, by force: the motor is at rest before they change hands.
    def take_over(tab, label)
      if @armed
        stop
        await_rest
      end
      reins.hand_over(tab, label)
    end

    # A new gait while the motor is enabled. A lower one slows the motor, a higher one leaves its speed.
    def regait(gait)
      return unless @armed
      @connection.ask(urgent: true) do |wire|
        write_envelope(wire, gait)
        command(wire, gait.hold(@speed, limit: speed_limit)) if @speed.nonzero?
      end
    end

    # On the link's thread, after each poll.
    def tend(wire, sample)
      return unless @armed
      if !sample.enabled?
        disarm(wire)
      elsif !reins.fresh? && sample.state == :operation_enabled
        quick_stop(wire)
        Link::Recorder.dead_man(@connection)
      end
    end

    # On the link's thread, after connecting: what an interrupted session left behind is taken back.
    def tidy(wire, sample)
      clear_envelope(wire) unless sample.enabled? || @armed
    end

    def link_lost
      @armed = false
      @speed = 0.0
    end

    def stop_before_leaving(wire)
      quick_stop(wire) if @armed
    end

    def authorise(tab)
      raise NotHeld.new(@connection.name, reins.holder) unless reins.held_by?(tab)
    end

    private

    def command_enabled(wire, speed)
      raise OutOfState, "#{@connection.name} is not enabled." unless @armed && state_of(wire) == :operation_enabled
      command(wire, speed)
    end

    def state_of(wire) = Gallop::Cia402::Statusword.state(wire.live(refresh: true).fetch("control.status"))

    def speed_limit
      entry = @connection.profile.fetch(@connection.profile.speed_command.fetch("limit"))
      entry.figure(@connection.live.fetch(entry.key))
    end

    def bring_up(wire, gait)
      write_envelope(wire, gait)
      set_mode(wire)
      command(wire, 0.0)
      wire.write("control.watchdog_window", WATCHDOG_WINDOW)
      step_up(wire, :shutdown, :ready_to_switch_on)
      step_up(wire, :switch_on, :switched_on)
      step_up(wire, :enable_operation, :operation_enabled)
      @armed = true
    end

    # Only when it is another: a drive counts every write to a setting as a change, and what changed is read again.
    def set_mode(wire)
      mode = wire.profile.speed_command.fetch("mode")
      wire.write("control.mode", mode) unless wire.read_one("control.mode") == mode
    end

    def step_up(wire, word, state)
      control(wire, word)
      deadline = now + STATE_TIMEOUT
      until (seen = state_of(wire)) == state
        raise OutOfState, "The drive stays in “#{Gallop::Cia402::STATES[seen]}” instead of “#{Gallop::Cia402::STATES[state]}”." if now > deadline
      end
    end

    def command(wire, speed)
      entry = wire.profile.fetch(wire.profile.speed_command.fetch("target"))
      wire.write(entry.key, entry.raw(speed).clamp(entry.raw_range.min, entry.raw_range.max))
      @speed = speed
    end

    def quick_stop(wire)
      control(wire, :quick_stop)
      command(wire, 0.0)
    end

    def control(wire, word) = wire.write("control.word", Gallop::Cia402::Controlword::WORDS.fetch(word))

    def write_envelope(wire, gait)
      gait.envelope.each { |key, percent| wire.write(key, wire.profile.fetch(key).raw(percent)) }
    end

    def disarm(wire)
      @armed = false
      @speed = 0.0
      clear_envelope(wire)
      Link::Feed.changed(@connection.drive_id, "motion")
    end

    def clear_envelope(wire)
      write_envelope(wire, Gallop::Gait.fetch("gallop"))
      wire.write("control.watchdog_window", 0)
    end

    def await_rest
      deadline = now + STANDSTILL_TIMEOUT
      while @armed && @connection.online?
        raise OutOfState, "The motor did not come to rest within #{STANDSTILL_TIMEOUT.round} s; the reins stay where they are." if now > deadline
        sleep Link::Connection::POLL
      end
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
