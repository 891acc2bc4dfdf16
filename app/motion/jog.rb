# frozen_string_literal: true

module Motion
  # As long as a button is held: towards the travel limit, at the profile speed and within the gait. It ends a moment
  # after it was last asked for.
  class Jog < Command
    LASTS = 0.4 # s

    kind "position"

    # @param direction [Integer] 1 or -1
    def initialize(direction, now: Process.clock_gettime(Process::CLOCK_MONOTONIC))
      super()
      @direction = direction
      @until = now + LASTS
    end

    attr_reader :direction

    def held(gait, bounds)
      limit = @direction.positive? ? bounds.travel.end : bounds.travel.begin
      refuse_at(limit, bounds) if limit
      target = limit || (bounds.position + @direction * Bounds::FAR)
      Held.new(asked: @direction, held: target, unit: bounds.position_unit, reason: slowed(gait, bounds, @direction))
    end

    def depends_on_gait? = false
    def over?(now) = now > @until
    def arrived?(held, sample) = (held.held - sample["position.actual"]) * @direction <= 0

    # The same button, still held: the motor is on its way already.
    def prolongs?(other) = other.is_a?(Jog) && other.direction == direction

    def sentence(_held) = "Jog #{@direction.positive? ? "forward" : "backward"}"

    private

    def refuse_at(limit, bounds)
      return if (limit - bounds.position) * @direction > 0
      raise OutOfState,
            "The motor stands at its software travel limit of #{figure(limit, bounds.position_unit)}; " \
              "it can be jogged the other way."
    end
  end
end
