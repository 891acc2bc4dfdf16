# frozen_string_literal: true

module Motion
  # A signal that a test adds to what the loops want. The drive holds its torque to limit and envelope, and it ends by
  # itself, with every stop, and at the edge of its way.
  class Excitation < Command
    BEGIN_IT = 1
    END_IT = 2

    kind Mode::TURNING

    # @param excitation [Gallop::Identify::Excitation, nil] nil ends it
    def initialize(excitation)
      super()
      @excitation = excitation
    end

    def held(_gait, _bounds) = Held.new(asked: asked, held: asked, unit: "", reason: nil)

    def apply(_mode, wire, _held)
      @excitation&.entries&.each { |key, figure| wire.write(key, wire.profile.fetch(key).raw(figure)) }
      wire.write("excitation.command", @excitation ? BEGIN_IT : END_IT)
    end

    # The drive itself holds the torque to the envelope.
    def depends_on_gait? = false

    private

    def asked = @excitation ? @excitation.amplitude : 0.0
  end
end
