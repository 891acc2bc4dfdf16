# frozen_string_literal: true

module Motion
  # Contacts start the motor, and somebody here watches over it: as long as the reins are held the drive has our
  # envelope and our watchdog, so that a first run is held to the gait and ends with the signs of life. It begins by
  # itself, at rest, and ends with the reins, or once it is lifted deliberately. Of Motion::Control.
  module Supervision
    TRY_AGAIN = 1.0 # s, where somebody else has the drive

    # Whether the drive is held to the gait while its contacts command it.
    def supervising? = @phase == :supervising

    KEYS = "The drive's keys"
    STARTED_BY = {
      Gallop::Terminals::BY_TERMINALS => "Contacts",
      Gallop::Terminals::BY_KEYS => KEYS,
      Gallop::Terminals::BY_TEAM => "The first of its team"
    }.freeze

    # What starts the motor in the place of the network. @return [String, nil]
    def started_by = local? ? KEYS : STARTED_BY[@connection.live["network.command_source"]]
    def contacts_command? = !started_by.nil?

    # Whether somebody at the drive has switched it to its own keys.
    def local? = @connection.samples.last&.raw&.fetch("keys.local", 0) == 1

    # The gait no longer holds what is started so, until the reins are taken anew. @raise [NotHeld, OutOfState]
    def lift(tab)
      authorise(tab)
      @connection.ask(:motion) do |wire|
        authorise(tab)
        raise OutOfState, "Contacts of #{@connection.name} are not held to the gait just now." unless supervising?
        @lifted = true
        give_back(wire)
      end
    end

    private

    # @param gait [Gallop::Gait, nil] that holds from now on
    def watch_with(gait)
      @lifted = false
      @resting_gait = gait if gait
    end

    def due_to_supervise?(sample)
      @phase == :idle && !@holding && !@lifted && !@resting_gait.nil? && !sample.enabled? && contacts_command? &&
        @successors.value.zero? && reins.fresh? && now > @supervise_after.to_f
    end

    def begin_supervising(wire)
      hold(wire)
      write_envelope(wire, @resting_gait)
      wire.write("control.watchdog_window", Control::WATCHDOG_WINDOW)
      @gait = @resting_gait
      @phase = :supervising
      @connection.diary.supervised(@connection, @gait)
    rescue OutOfState, Wire::Refused => e
      @supervise_after = now + TRY_AGAIN
      Rails.logger.warn("#{@connection.name} is not held to the gait: #{e.message}")
      give_back(wire) if @holding
    end

    # After each poll.
    def watch_over(wire, sample)
      enabled = sample.enabled?
      return give_back(wire) if !enabled && (!reins.fresh? || @successors.value.positive? || !contacts_command?)
      fall(wire) if sample.state == :operation_enabled && !reins.fresh?
    end
  end
end
