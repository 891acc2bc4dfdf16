# frozen_string_literal: true

module Gallop
  module Plant
    # A further mass on the shaft behind a spring of its own, as an encoder on its coupling or a brake disc: a resonance
    # besides that of the load.
    #
    #   J_2 dω_2/dt = k_2 (φ − φ_2) + d_2 (ω − ω_2)
    #
    # By symplectic Euler, shaft and mass together: the same torque acts on both, so that momentum is kept exactly, and
    # energy within (ω dt)²/24 (e.g. Hairer, Lubich, Wanner: Geometric Numerical Integration, ch. 1). For resonances
    # well below the rate of the steps.
    class Appendage
      # @param inertia [Float] kg·m² @param stiffness [Float] N·m/rad @param damping [Float] N·m·s/rad
      def initialize(inertia:, stiffness:, damping: 0.0)
        @inertia = inertia.to_f
        @stiffness = stiffness.to_f
        @damping = damping.to_f
        @speed = @twist = 0.0
      end

      attr_reader :speed, :twist

      # @param speed [Float] rad/s of the shaft now @return [Float] N·m on the shaft in the step to come
      def pull(speed, dt)
        return 0.0 if speed == 0.0 && at_rest?
        @twist += (speed - @speed) * dt
        share = dt / @inertia
        torque = (@stiffness * @twist + @damping * (speed - @speed)) / (1.0 + @damping * share)
        @speed += torque * share
        settle if speed == 0.0
        -torque
      end

      def at_rest? = @speed == 0.0 && @twist == 0.0

      private

      # The last of a swing on a shaft that stands dies away without end.
      def settle
        @speed = @twist = 0.0 if @speed.abs < TwoMass::STILL && @twist.abs < TwoMass::STILL
      end
    end
  end
end
