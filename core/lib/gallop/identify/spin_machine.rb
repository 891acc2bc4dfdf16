# frozen_string_literal: true

module Gallop
  module Identify
    # What a drive knows of its motor by its settings, as Spin needs it: of a shaft, SI.
    SpinMachine =
      Record.define(
        :kind,
        :shaft,
        :pairs,
        :counts,
        :resistance,
        :inductance,
        :torque_constant,
        :rotor_inertia,
        :load_inertia,
        :rated_current,
        :rated_torque,
        :period,
        :bus,
        stage: nil
      ) do
        # @param instrument [Instrument] @param stage [Float, nil] V that its stage takes of a phase, where it is known
        def self.of(instrument, stage: nil)
          shaft = Permitted.shaft(instrument)
          reckoned = ->(key, kind) { instrument.figure(key)&.then { |figure| shaft.reckoned(kind, figure) } }
          new(
            kind: instrument.profile.motor_kind,
            shaft: shaft,
            pairs: (instrument.figure("motor.pole_pairs") || 1).round,
            counts: instrument.figure("feedback.counts_per_turn").to_f,
            resistance: instrument.figure("motor.phase_resistance"),
            inductance: instrument.profile.motor_kind == :brushed ? 0.0 : instrument.figure("motor.phase_inductance"),
            torque_constant: Permitted.torque_constant(instrument),
            rotor_inertia: reckoned.("motor.rotor_inertia", :inertia).to_f,
            load_inertia: reckoned.("speed_loop.load_inertia", :inertia).to_f,
            rated_current: instrument.figure("motor.rated_current"),
            rated_torque: reckoned.("motor.rated_torque", :torque),
            period: 1.0 / instrument.figure("trace.rate"),
            bus: instrument.figure("bus.voltage"),
            stage: stage
          )
        end

        # Whether its device has so few counts that the field goes in steps.
        def coarse? = counts < 500
        def brushed? = kind == :brushed
        def radians = 2 * Math::PI / counts
        def electrical = radians * pairs
        def rms_of_peak = brushed? ? 1.0 : Math.sqrt(2)
        # V of a phase, or between both wires, that the drive can put out
        def most_voltage = %i[stepper brushed].include?(kind) ? bus : bus / Math.sqrt(3)
        # rad/s at which the magnets, as they are set, take so much of it
        def speed_at(share) = share * most_voltage / (brushed? ? torque_constant : flux_set * pairs)
        def flux_set = torque_constant / constant_of(1.0)
        # N·m/A rms, by the flux linkage of a phase: m/√2 p ψ
        def constant_of(flux) = brushed? ? flux : (kind == :stepper ? 2 : 3) / Math.sqrt(2) * pairs * flux
      end
  end
end
