# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What a drive makes of a value that it is given: rounded to its own grid, held within what other values allow.
      # A client that reads back sees the difference.
      module Adjusting
        CHOPPER_MARGIN = 5 # V that the chopper level stays below the over-voltage level

        module_function

        # @return [Integer, Float, String] raw as kept
        def made_of(entry, raw, live)
          return entry.on_grid(raw) if entry.grid
          return [raw, live["supply.over_voltage"] - CHOPPER_MARGIN].min if entry.key == "supply.chopper_level"
          raw
        end

        # Values that move along. @return [Hash{String => Object}] raw by key
        def consequences(entry, live)
          return {} unless entry.key == "supply.over_voltage"
          { "supply.chopper_level" => [live["supply.chopper_level"], live["supply.over_voltage"] - CHOPPER_MARGIN].min }
        end
      end
    end
  end
end
