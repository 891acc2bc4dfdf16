# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Exmoor: one current that makes the torque of a motor with brushes, between the legs V and W. The speed is that
      # of an encoder where one
      # is set, else it is worked out from the back-EMF, as exactly as the resistance is known:
      #
      #   e = u − R i − L di/dt = k ω
      class Brushed < Servo
        include OnBattery
        include PulseCommand

        BY_COUNT = 1 # of feedback.kind
        VOLTAGE_USE = 0.95 # of the bus
        NOTHING = 0.01 # of the rated current: less than any motor takes to turn
        OPEN_TIME = 0.3 # s
        SQRT3 = Math.sqrt(3)

        def commutates? = false
        def warning? = super || (wire_open? && on_open_wire == PhaseMonitor::WARNS)

        # As β shows what flows between V and W.
        def most_injected_current = 2 / SQRT3 * current_bound * @torque_share

        private

        def start_loops
          super
          @current = Control::ArmatureLoop.new
          @voltage = @applied = @last_current = @mean_current = @open_for = 0.0
        end

        # Nothing is to be aligned; an encoder, where there is one, counts from here.
        def start_feedback
          @origin = axis.encoder ? axis.encoder.read(axis.mechanics.angle) : 0
          @count = @last_count = 0
        end

        def take_figures
          @by_count = @effective["feedback.kind"] == BY_COUNT
          @resistance = setting("motor.phase_resistance")
          @inductance = setting("motor.phase_inductance") / 1000
          super
        end

        def pole_pairs_set = 1
        def offset_set = 0.0
        def phases = 1
        def duty = @voltage.abs / axis.bus_voltage
        def tune_current =
          @current.tune(resistance: @resistance, inductance: @inductance, bandwidth: @bandwidth, dt: DT)
        def read_count = @by_count && axis.encoder ? super : 0
        def feedback_lost? = @by_count && super

        def begin_loops
          super
          @voltage = @speed * @torque_constant
          @current.reset(@voltage)
          @applied = 2 * @voltage
          @last_current = 0.0
        end

        def release_loops
          super
          @voltage = @applied = @open_for = 0.0
        end

        def measure_speed
          return super if @by_count
          @speed += @speed_filter * (back_emf / @torque_constant - @speed)
        end

        # Over the last two periods of the current loop; with the power stage off it is there to be measured.
        def back_emf
          return axis.open_voltage unless @stage_on
          current = axis.armature_current
          emf =
            0.5 * @applied - 0.5 * @resistance * (current + @last_current) -
              @inductance * (current - @last_current) / SPEED_DT
          @last_current = current
          @applied = 0.0
          emf
        end

        def control_current
          @axis.drive(0.0, @voltage / SQRT3, DT)
          @applied += @voltage
          current = @axis.armature_current
          @voltage = @current.step(@torque / @torque_constant, current, @axis.bus_voltage * VOLTAGE_USE)
          trip(Monitors::OVER_CURRENT, Stopping::COAST) if measured_square > @over_current_square
        end

        # As a peak of an rms, which is what the monitors reckon with.
        def sensed_square = measured_square

        def measured_square = 2 * @axis.armature_current**2

        def family_figures =
          super.merge("motor.voltage" => -> { ((@stage_on ? @voltage : axis.open_voltage) * 100).round })
        # One current between two wires: no field, no two axes.
        def current_signals
          {
            "current.q_demand" => -> { @stage_on ? @torque / @torque_constant : 0.0 },
            "current.q" => -> { torque_current },
            "voltage.alpha" => -> { 0.0 },
            "voltage.beta" => -> { @injection.ours? ? @injection.v_beta : @voltage / SQRT3 }
          }
        end
        def torque_current = @stage_on ? @current.current : 0.0

        def watch_family(dt)
          super
          watch_wires(dt)
        end

        # A motor that is to turn takes some current; without any its back-EMF looks like the voltage that is put out. A
        # bound that leaves it none is no broken wire.
        def watch_wires(dt)
          @mean_current += 0.02 * (torque_current - @mean_current)
          none =
            @stage_on && @wanted_speed.abs > @standstill && !@speed_loop.limited &&
              @mean_current.abs < NOTHING * setting("motor.rated_current")
          @open_for = none ? @open_for + dt : 0.0
          trip(PhaseMonitor::FAULT, Stopping::COAST) if wire_open? && on_open_wire == PhaseMonitor::TRIPS
        end

        def wire_open? = @open_for > OPEN_TIME
        def on_open_wire = @effective["monitors.output_phase"]
      end
    end
  end
end
