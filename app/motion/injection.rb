# frozen_string_literal: true

module Motion
  # A pattern that a test injects; nil ends what flows. The drive holds its current to limit and envelope.
  class Injection < Command
    BEGIN_IT = 1
    END_IT = 2

    kind Mode::INJECTION

    # @param pattern [Gallop::Identify::Pattern, nil]
    def initialize(pattern)
      super()
      @pattern = pattern
    end

    def held(_gait, _bounds) = Held.new(asked: asked, held: asked, unit: "", reason: nil)

    def apply(_mode, wire, _held)
      @pattern&.entries&.each { |key, figure| wire.write(key, wire.profile.fetch(key).raw(figure)) }
      wire.write("injection.command", @pattern ? BEGIN_IT : END_IT)
    end

    # The drive itself holds the current to the envelope.
    def depends_on_gait? = false

    private

    def asked = @pattern ? @pattern.amplitude : 0.0
  end
end
