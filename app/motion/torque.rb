# frozen_string_literal: true

module Motion
  # A torque to drive with until another is given.
  class Torque < Command
    kind "torque"

    # @param asked [Float] in percent of the rated torque, signed
    def initialize(asked)
      super()
      @asked = asked
    end

    def held(gait, bounds)
      most = bounds.torque * gait.torque
      held = @asked.clamp(-most, most)
      Held.new(asked: @asked, held: held, unit: "%", reason: held == @asked ? nil : held_back(held, gait, bounds))
    end

    def sentence(held) = "Torque set to #{Gallop::Quantities.format(held.held, held.unit, 1)}"

    private

    def held_back(held, gait, bounds)
      "Held at #{figure(held, "%")}: #{gait.name} allows #{figure(gait.torque * 100, "%")} of the torque limit of " \
        "#{figure(bounds.torque, "%")}."
    end
  end
end
