# frozen_string_literal: true

module Gallop
  module Power
    # What a load gives back while it goes down at the speed that is asked for: gravity less friction, less what the
    # gear takes of power that comes from its far side.
    #
    #   P = (F_g − F_f) v η,  E = (F_g − F_f) s η
    module Lowering
      LONG = 2.0 # s of going down from which the resistor's continuous power decides, not the energy of a pulse

      private

      # @return [Float, nil] W that come back; nothing where friction holds the load
      def lowering_power
        train = mechanics&.drivetrains&.first
        return unless train&.speed
        force = train.gravity.abs - train.friction
        force.positive? ? force * train.speed * train.efficiency : 0.0
      end

      # @return [Float, nil] J of the longest way down
      def lowering_energy
        stroke = mechanics&.stroke_of_load
        stroke && lowering_power && lowering_power * stroke / mechanics.drivetrains.first.speed
      end

      def lowering_time = lowering_energy && mechanics.stroke_of_load / mechanics.drivetrains.first.speed

      def energy_of_lowering
        return unless lowering_energy&.positive?
        consequence(
          "energy_of_lowering",
          "Energy of the way down",
          lowering_energy,
          "J",
          nil,
          "#{show(lowering_power, "W", 0)} for #{show(lowering_time, "s")}; the motor's own losses help."
        )
      end
    end
  end
end
