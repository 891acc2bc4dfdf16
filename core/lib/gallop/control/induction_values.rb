# frozen_string_literal: true

module Gallop
  module Control
    # What a frequency drive makes of the values for its motor: of the drive's own, one motor for its regulators and for
    # whoever reckons what they will do. What is not set follows from the nameplate. Amplitudes of a phase.
    #
    #   InductionValues.new { |key| figure_of(key) }.curve   # => { rated_voltage: 326.6, boost: 6.5, … }
    class InductionValues
      PHASE = Math.sqrt(2) / Math.sqrt(3) # V peak of a phase for a V rms between two lines
      SQRT2 = Math.sqrt(2)
      LEAKS = 0.08 # of what rated voltage and current make of an inductance, where nobody knows better
      LAWS = [1.0, 1.5, 2.0].freeze # powers of the frequency, by choice of output.load_law

      # @yieldparam key [String] @yieldreturn [Numeric] in the unit of the value
      def initialize(&setting)
        @setting = setting
      end

      def pairs = @pairs ||= set("motor.pole_pairs")
      def rated_frequency = @rated_frequency ||= set("motor.rated_frequency").to_f

      # Hz of the rotor
      def rated_slip = @rated_slip ||= [rated_frequency - set("motor.rated_speed") * pairs / 60.0, 0.0].max

      # A
      def rated_current = @rated_current ||= set("motor.rated_current") * SQRT2
      def rated_active = @rated_active ||= rated_current * set("motor.power_factor")

      def no_load
        @no_load ||=
          given("motor.no_load_current", SQRT2) { Math.sqrt([rated_current**2 - rated_active**2, least_square].max) }
      end

      # Beside the current of the flux. A
      def rated_torque_current = @rated_torque_current ||= Math.sqrt([rated_current**2 - no_load**2, least_square].max)

      # V
      def rated_voltage = @rated_voltage ||= set("motor.rated_voltage") * PHASE
      def stage = @stage ||= set("output.stage_voltage").to_f

      # Ω
      def stator_resistance = @stator_resistance ||= set("motor.stator_resistance").to_f

      # Ω on the stator's side of all leakage: R_r (L_m/L_r)², with half of the leakage on each side.
      def cage
        @cage ||=
          given("motor.rotor_resistance", main_share**2) do
            2 * Math::PI * [rated_slip, 0.1].max * magnetising * no_load / rated_torque_current
          end
      end

      # H, of stator and rotor together
      def leakage =
        @leakage ||= given("motor.leakage_inductance", 1e-3) { LEAKS * rated_voltage / rated_current / rated_omega }

      # H behind all leakage
      def magnetising = @magnetising ||= rated_voltage / (rated_omega * no_load) - leakage

      # @return [Hash{Symbol => Object}] of VoltsPerHertz#tune
      def curve
        {
          rated_voltage: rated_voltage,
          boost: set("output.boost") * PHASE,
          rated_frequency: rated_frequency,
          rated_slip: rated_slip,
          rated_active_current: rated_active,
          slip_share: set("output.slip_compensation") / 100.0,
          stator_resistance: stator_resistance,
          points: points,
          law: LAWS.fetch(set("output.load_law")),
          saving: set("output.energy_saving") / 100.0,
          damping: set("output.oscillation_damping") / 100.0
        }
      end

      # @return [Hash{Symbol => Object}] of FieldOriented#tune
      def field
        {
          stator_resistance: stator_resistance,
          rotor_resistance: cage,
          leakage: leakage,
          magnetising: magnetising,
          no_load_current: no_load,
          rated_current: rated_current,
          rated_frequency: rated_frequency,
          stage: stage,
          seen: set(ControlMethod::KEY) == ControlMethod::BY_ENCODER,
          gain: given("field.regulator_gain", 1.0) { nil },
          time: given("field.regulator_time", 1e-3) { nil }
        }
      end

      private

      # L_m/L_r
      def main_share = (magnetising + leakage / 2) / (magnetising + leakage)

      def set(key) = @setting.call(key)

      # What is zero is left to the drive.
      def given(key, factor)
        figure = set(key)
        figure.positive? ? figure * factor : yield
      end

      def rated_omega = 2 * Math::PI * rated_frequency
      def least_square = 0.04 * rated_current**2

      # Those that are given, below the rated frequency and rising with it. @return [Array<Array(Float, Float)>]
      def points
        (1..3)
          .map { |n| [set("output.curve_frequency_#{n}").to_f, set("output.curve_voltage_#{n}") * PHASE] }
          .select { |frequency, _| frequency.positive? && frequency < rated_frequency }
          .sort_by(&:first)
          .uniq(&:first)
      end
    end
  end
end
