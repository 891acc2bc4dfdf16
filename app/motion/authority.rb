# frozen_string_literal: true

module Motion
  # Who may do what to a drive: the one table. It is asked by the controllers before anything is done, and by the
  # models again on the link's thread at the moment a word goes out, since reins change hands and motors are enabled
  # meanwhile.
  #
  #   drive.authority.permit!(:write)                 # @raise Refusal with the reason
  #   drive.authority.permit_values!("power_up.enable" => 1, yes: [ "power_up.enable" ])
  #
  # See docs/decisions/who-may-do-what.md.
  class Authority
    # act => what must be so; nothing: everybody, always.
    TABLE = {
      stop: [],
      look: [], # reading, searching, computing
      plan: [], # what lives in the project alone: facts, drafts, snapshots, files, proofs, traces
      throw_switch: [], # at the paddock: the hands at the machine
      slow: %i[reins], # halt, disable, letting go
      move: %i[reins], # enabling and speeds; Motion::Control asks for signs of life as well
      raise_gait: %i[reins],
      lower_gait: [],
      take_reins: [], # Motion::Control stops the motor first
      write: %i[online idle reins_while_enabled], # settings, by whatever way
      record: %i[online], # the trace memory: nothing moves by it, and no setting changes
      play: %i[reins idle], # a motion that is recorded: each of its steps is a command of its own
      prove: %i[online idle reins_if_held], # beginning a test
      answer: %i[online reins_if_held], # saying what was seen in one
      borrow: %i[online idle at_rest], # values for a test, and back
      store: %i[online idle reins_while_enabled],
      reset_fault: %i[faulted reins_if_held],
      link: %i[idle],
      unlink: %i[idle reins_if_held],
      settle: %i[idle],
      rename: %i[idle at_rest],
      move_house: %i[idle at_rest reins_if_held], # another address, port or unit
      restart: %i[online idle at_rest reins_if_held], # restart and factory values
      replace: %i[idle at_rest reins_if_held], # another device, other firmware
      remove: %i[idle at_rest reins_if_held]
    }.freeze

    # @param tab [String, nil] secret of the browser tab that asks
    # @param of [Object, nil] the undertaking in whose name words go out; it does not stand in its own way
    def initialize(drive, tab, of: nil)
      @drive = drive
      @tab = tab
      @of = of
    end

    # @raise [NotHeld, OutOfState, Undertaking::Busy]
    def permit!(act)
      TABLE.fetch(act).each { |condition| send(condition) }
    end

    # Settings that are to go to the drive: each that is a hazard, where what the drive has is none, takes a yes of
    # its own.
    # @param values [Hash{String => Object}] raw by key @param yes [Array<String>] keys
    def permit_values!(values, yes: [])
      hazards =
        self.class.hazards(@drive.profile, values, @drive.live_values).reject { |entry, _| yes.include?(entry.key) }
      raise Unconfirmed, hazards if hazards.any?
    end

    # @return [Hash{Gallop::Objects::Entry => Object}] raw by entry, of what is no hazard now and would be one
    def self.hazards(profile, values, live)
      values
        .transform_keys { |key| profile&.[](key) }
        .select { |entry, raw| entry&.hazardous?(raw) && !entry.hazardous?(live[entry.key]) }
    end

    private

    def connection = @drive.connection
    def motion = connection&.motion
    def sample = connection&.samples&.last

    def enabled? = motion&.holding? || (@drive.online? && sample&.enabled?) || false

    def online = @drive.connection!

    def reins
      online
      motion.authorise(@tab)
    end

    def reins_while_enabled = enabled? && motion.authorise(@tab)
    def reins_if_held = motion&.reins&.holder && motion.authorise(@tab)

    def at_rest
      raise OutOfState, "#{@drive.name} is enabled. Stop it first." if enabled?
    end

    def faulted
      raise Link::Offline, @drive.name unless @drive.online? && sample
      return if sample.state == :fault
      raise OutOfState,
            "#{@drive.name} has no fault that could be reset: it is in " \
              "“#{Gallop::Cia402::STATES[sample.state] || "an unknown state"}”."
    end

    def idle = @drive.idle!(besides: @of)
  end
end
