# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What drives on a battery have beside a servo's figures, and what they have not: positioning.
      module OnBattery
        private

        def take_position_targets = @positioning = false

        def family_figures
          super.merge(
            "feedback.count" => -> { wrapped(@count) },
            "battery.voltage" => -> { milli(axis.bus_voltage / @effective["battery.cells"]) }
          )
        end
      end
    end
  end
end
