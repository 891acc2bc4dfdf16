# frozen_string_literal: true

module Gallop
  module Plant
    # Two-phase hybrid stepper: a synchronous motor of two phases, each in a full bridge of its own, with as many pole
    # pairs as its rotor has teeth, and the torque that its teeth make without any current, four times in an
    # electrical turn (e.g. Acarnley, Stepping Motors, ch. 5):
    #
    #   T = p ψ i_q − T_detent sin 4pθ
    class StepperMotor < SynchronousMotor
      # @param inductance [Float] H of a phase @param detent_torque [Float] N·m, @see SynchronousMotor#initialize for
      # the others
      def initialize(resistance:, inductance:, flux:, pole_pairs:, detent_torque: 0.0, magnet_offset: 0.0)
        @detent_torque = detent_torque.to_f
        super(
          resistance: resistance,
          inductance_d: inductance,
          inductance_q: inductance,
          flux: flux,
          pole_pairs: pole_pairs,
          magnet_offset: magnet_offset,
          phases: 2
        )
      end

      def apply(v_alpha, v_beta, angle, speed, dt)
        super
        @torque -= detent(angle)
      end

      def open_circuit(angle, speed, dt, bus = Float::INFINITY)
        super
        @torque = -detent(angle)
      end

      # Two legs a phase.
      def legs_current = 2 * (@i_alpha.abs + @i_beta.abs)

      private

      def detent(angle) = @detent_torque * Math.sin(4 * (angle * @pole_pairs + @magnet_offset))
    end
  end
end
