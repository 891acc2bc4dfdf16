# frozen_string_literal: true

module Motion
  # What a test lets the drive make by itself; nil ends it. The drive holds it to limit and envelope, and ends it with
  # every stop.
  class TestSignal < Command
    BEGIN_IT = 1
    END_IT = 2

    # The entry that begins and ends it. @return [String]
    def self.command(key = nil) = key ? @command = key : @command

    # @param signal [Gallop::Identify::Pattern, Gallop::Identify::Excitation, nil] amplitude, and entries of the drive
    def initialize(signal)
      super()
      @signal = signal
    end

    def held(_gait, _bounds) = Held.new(asked: asked, held: asked, unit: "", reason: nil)

    def apply(_mode, wire, _held)
      @signal&.entries&.each { |key, figure| wire.write(key, wire.profile.fetch(key).raw(figure)) }
      wire.write(self.class.command, @signal ? BEGIN_IT : END_IT)
    end

    def depends_on_gait? = false

    private

    def asked = @signal ? @signal.amplitude : 0.0
  end
end
