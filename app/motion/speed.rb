# frozen_string_literal: true

module Motion
  # A speed to hold until another is given.
  class Speed < Command
    kind "speed"

    # @param asked [Float] in the drive's unit of speed, signed
    def initialize(asked)
      super()
      @asked = asked
    end

    def held(gait, bounds) = HeldSpeed.of(@asked, gait: gait, limit: bounds.speed(@asked), unit: bounds.speed_unit)

    def sentence(held) = "Speed set to #{Gallop::Quantities.format(held.held, held.unit, 1)}"
  end
end
