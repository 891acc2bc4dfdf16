# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Fjord: commutated by three hall sensors. The angle is known to a sixth of an electrical turn, the speed by the
      # time between edges;
      # there is no positioning.
      class LowVoltage < Servo
        include OnBattery
        include PulseCommand

        LONGEST_EDGE = 0.5 # s without an edge, after which the shaft counts as standing

        private

        def start_loops
          super
          @edge_age = 0.0
          @edge_speed = 0.0
          @edge_way = 0
        end

        # Half a hall step further: the middle of the sector that the sensors show.
        def electrical_angle = (@count % @counts + 0.5 * @polarity) * @electrical + @offset

        # From edge to edge; between edges the speed can be no more than one step in the time that has gone by.
        def measure_speed
          @edge_age += SPEED_DT
          steps = @count - @last_count
          if steps.zero?
            bound = @edge_age > LONGEST_EDGE ? 0.0 : @radians / @edge_age
            @edge_speed = @edge_speed.clamp(-bound, bound)
          else
            # a shaft that comes back over the edge that it has just left goes nowhere
            @edge_speed = steps * @edge_way < 0 ? 0.0 : steps * @radians / @edge_age
            @edge_way = steps
            @edge_age = 0.0
            @last_count = @count
          end
          @speed += @speed_filter * (@edge_speed - @speed)
        end
      end
    end
  end
end
