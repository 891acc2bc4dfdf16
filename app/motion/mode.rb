# frozen_string_literal: true

module Motion
  # What a motor is enabled for: a mode of operation after CiA 402, which a drive takes at standstill. It knows how the
  # motor comes to rest in it, and how nothing of what was commanded is left for the next enabling.
  class Mode
    WORD = Gallop::Cia402::Controlword::WORDS.fetch(:enable_operation)
    HALT = Gallop::Cia402::Controlword::HALT
    KINDS = %w[speed position torque].freeze # that a person may choose
    INJECTION = "injection" # of tests
    TURNING = "turning" # of tests
    PLACING = "placing" # of tests
    HOMING = "homing" # of tests

    class << self
      # @param kind [String] of KINDS @raise [Gallop::Objects::Unacceptable] where the drive cannot be commanded so
      def of(kind, profile)
        mode = named(kind, profile)
        return mode if mode.offered?
        raise Gallop::Objects::Unacceptable, "#{profile.title} cannot be commanded by #{kind}."
      end

      def offered?(kind, profile) = named(kind, profile).offered?

      private

      def named(kind, profile) =
        {
          "speed" => SpeedMode,
          "position" => PositionMode,
          "torque" => TorqueMode,
          INJECTION => InjectionMode,
          TURNING => TurningMode,
          PLACING => PlacingMode,
          HOMING => HomingMode
        }.fetch(kind).new(profile)
    end

    def initialize(profile)
      @profile = profile
    end

    def offered? = @profile.fetch("control.mode").choices.key?(code)

    # At rest by the ramp, still enabled; what was commanded is over.
    def halt(wire) = wire.write("control.word", WORD | HALT)

    private

    def write(wire, key, figure)
      entry = @profile.fetch(key)
      wire.write(key, entry.raw(figure).clamp(entry.raw_range.min, entry.raw_range.max))
    end
  end
end
