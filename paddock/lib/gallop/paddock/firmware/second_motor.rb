# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # The figures of another motor, which hold as long as an input asks for them. They are changed over while the
      # power stage is off; each motor has a heat of its own, and the one that rests cools.
      class SecondMotor < Part
        # By the key of the first motor. What nobody knows of the second is worked out from its nameplate.
        FIGURES =
          %w[rated_current rated_speed rated_voltage rated_frequency power_factor pole_pairs]
            .to_h { |name| ["motor.#{name}", "second_motor.#{name}"] }
            .freeze
        UNKNOWN =
          %w[stator_resistance no_load_current rotor_resistance leakage_inductance]
            .to_h { |name| ["motor.#{name}", 0.0] }
            .freeze

        def wake
          @in_use = false
          @resting_heat = drive.memory.records.fetch("resting_heat", 0.0)
        end

        def in_use? = @in_use

        # @param key [String] of the first motor @return [Numeric, nil] of the second one; nil where it is not in use
        # or has no figure of its own
        def figure(key)
          return unless @in_use
          FIGURES[key] ? drive.setting(FIGURES[key]) : UNKNOWN[key]
        end

        # @param heat [Float] of the motor in use @param cools [Float] share a second
        # @return [Float] the heat of the one that is in use from now on
        def step(heat, cools, dt)
          @resting_heat -= @resting_heat * cools * dt
          return heat if asked? == @in_use || drive.stage_on?
          @in_use = !@in_use
          exchange(heat)
        end

        # Without power the first one is in use. @param heat [Float] of the motor in use @return [Float] of the first
        def put_down(heat)
          first = @in_use ? exchange(heat) : heat
          @in_use = false
          drive.memory.records["resting_heat"] = @resting_heat
          first
        end

        def figures = { "second_motor.in_use" => -> { @in_use ? 1 : 0 } }

        private

        # The one rests from now on, the other is in use.
        def exchange(heat) = @resting_heat.tap { @resting_heat = heat }

        def asked? = drive.terminals.logic.inputs.on?(:second_motor)
      end
    end
  end
end
