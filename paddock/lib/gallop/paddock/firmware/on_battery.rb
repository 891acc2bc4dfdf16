# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What drives on a battery have beside a servo's figures.
      module OnBattery
        private

        # How its stage switches is a setting here, as its hardware is chosen by the builder of the machine.
        def take_figures
          super
          axis.stage&.switch_at(
            rate: setting("stage.switching_frequency") * 1000.0,
            dead_time: setting("stage.dead_time") * 1e-9
          )
        end

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
