# frozen_string_literal: true

module Motion
  # What an enabled motor is told to do. A command belongs to a mode, knows what gait and bounds make of what was asked,
  # and may end by itself.
  class Command
    # What became of it, for page and logbook. @!attribute unit [String] of asked and held
    Held = Gallop::Record.define(:asked, :held, :unit, :reason)

    # @return [String] of Mode::KINDS
    def self.kind(name = nil) = name ? @kind = name : @kind

    def kind = self.class.kind

    # @return [Held, HeldSpeed] @raise [Gallop::Objects::Unacceptable] where it cannot be done within the bounds
    def held(_gait, _bounds) = raise(NotImplementedError)

    # Tells the drive, on the link's thread.
    def apply(mode, wire, held) = mode.target(wire, held.held)

    # Whether it has to be told anew when the gait is another; a position is held by the envelope alone.
    def depends_on_gait? = true

    # Whether it is the same as the one before, which is under way, and only lets it go on.
    def prolongs?(_other) = false

    # Whether the motor is where it was told to go.
    def arrived?(_held, _sample) = false

    # @param now [Float] monotonic, s
    def over?(_now) = false

    def sentence(held) = "#{self.class.name.demodulize} #{Gallop::Quantities.format(held.held, held.unit, 1)}"

    private

    # Of what the drive moves to a position. @return [String, nil] nil where the gait lets it go as fast as is set
    # @param sign [Numeric] of the direction
    def slowed(gait, bounds, sign)
      limit = bounds.speed(sign)
      highest = gait.highest(limit)
      return if bounds.profile_speed <= highest
      "Moves at #{figure(highest, bounds.speed_unit)}: #{gait.name} allows no more of the speed limit of " \
        "#{figure(limit, bounds.speed_unit)}."
    end

    def figure(value, unit) = Gallop::Quantities.format(value, unit, value.abs < 100 ? 1 : 0)
  end
end
