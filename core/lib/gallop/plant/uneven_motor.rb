# frozen_string_literal: true

module Gallop
  module Plant
    # A synchronous motor as it is made: iron that saturates, teeth that pull, magnets that weaken with heat.
    #
    #   L(i) = L/(1 + (i/i_s)²/4)                    four fifths of it at the current i_s
    #   T = T_0 (1 + r cos 6θ_e) − T_c sin N θ       ripple of six in an electrical turn, cogging of N in a turn
    #   ψ = ψ_20 (1 + α (T_r − 20 °C))               α = −0.11 %/K for neodymium
    #
    # (Hendershot, Miller: Design of Brushless Permanent-Magnet Machines, ch. 2 and 5). The rotor follows the winding's
    # temperature with a time constant of its own.
    class UnevenMotor < SynchronousMotor
      # @param saturation_current [Float, nil] A peak @param cogging_torque [Float] N·m @param cogging_periods [Integer]
      # in a turn @param torque_ripple [Float] share of the torque @param flux_coefficient [Float] 1/K
      # @param rotor_thermal_time [Float] s; for the others see SynchronousMotor#initialize
      def initialize(
        saturation_current: nil,
        cogging_torque: 0.0,
        cogging_periods: 36,
        torque_ripple: 0.0,
        flux_coefficient: -0.0011,
        rotor_thermal_time: 600.0,
        **motor
      )
        @knee = saturation_current && 1.0 / (2.0 * saturation_current)
        @cogging = cogging_torque.to_f
        @cogging_periods = cogging_periods.to_f
        @ripple = torque_ripple.to_f
        @flux_coefficient = flux_coefficient.to_f
        @rotor_time = rotor_thermal_time.to_f
        @rotor_temperature = REFERENCE_TEMPERATURE
        super(**motor)
        @cold_flux = @flux
        @full_d = @l_d
        @full_q = @l_q
      end

      # @param temperature [Float] K of the winding @param elapsed [Float] s since it was last told
      def temperature=(temperature)
        super
        @winding_temperature = temperature
      end

      attr_reader :rotor_temperature

      # The rotor warms slowly. @param dt [Float] s
      def warm_rotor(dt)
        goal = @winding_temperature || REFERENCE_TEMPERATURE
        @rotor_temperature += (goal - @rotor_temperature) * (1 - Math.exp(-dt / @rotor_time))
        @flux = @cold_flux * (1 + @flux_coefficient * (@rotor_temperature - REFERENCE_TEMPERATURE))
      end

      def apply(v_alpha, v_beta, angle, speed, dt)
        saturate if @knee
        super
        @torque *= 1.0 + @ripple * Math.cos(6.0 * (angle * @pairs + @magnet_offset)) unless @ripple == 0.0
        @torque -= @cogging * Math.sin(@cogging_periods * angle) unless @cogging == 0.0
        @torque
      end

      def open_circuit(angle, speed, dt, bus = Float::INFINITY)
        super
        @torque -= @cogging * Math.sin(@cogging_periods * angle) unless @cogging == 0.0
        @torque
      end

      private

      # By the currents of the last step; what is linked stays, as a flux cannot jump.
      def saturate
        d = i_d * @knee
        q = i_q * @knee
        @l_d = @full_d / (1.0 + d * d)
        @l_q = @full_q / (1.0 + q * q)
        prepare_admittances
      end

      def prepare_admittances
        return if @dt.nil?
        @admittance_d = 1.0 / (@l_d + @drop_after)
        @admittance_q = 1.0 / (@l_q + @drop_after)
      end
    end
  end
end
