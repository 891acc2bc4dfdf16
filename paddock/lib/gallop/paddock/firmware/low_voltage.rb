# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Fjord: commutated by three hall sensors. The angle is known to a sixth of an electrical turn, the speed by the
      # time between edges; there is no positioning. In blocks the field stands in the middle of the sixth; as a sine it
      # goes on from the last edge with the speed.
      class LowVoltage < Servo
        include OnBattery
        include PulseCommand

        SINE = 1 # of current_loop.commutation
        LONGEST_EDGE = 0.5 # s without an edge, after which the shaft counts as standing

        private

        def start_loops
          super
          @edge_age = 0.0
          @edge_speed = 0.0
          @edge_way = 0
        end

        def take_figures
          super
          @sine = @effective["current_loop.commutation"] == SINE
        end

        def electrical_angle = (@count % @counts + 0.5 * @polarity + beyond_middle) * @electrical + @offset

        # Of a step, by which the shaft is likely to be further than its middle.
        def beyond_middle
          return 0.0 if !@sine || @edge_way.zero? || @edge_age > LONGEST_EDGE
          way = [@speed.abs * @edge_age / @radians, 1.0].min - 0.5
          @edge_way.positive? ? way : -way
        end

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
