# frozen_string_literal: true

module Gallop
  module Identify
    # What iron and cage of an induction motor say in words, and what is proposed.
    class RotorFindings
      include Findings
      include Told

      # @param cage [Cage] @param steady [Boolean] whether the load takes its torque at every speed, so that more of it
      # at low speed is worth having
      def initialize(cage, steady: true)
        @cage = cage
        @steady = steady
      end

      def headline =
        "#{with(@cage.rotor_resistance, "Ω", @cage.uncertainty)} in the cage, " \
          "#{with(@cage.no_load_current, "A", @cage.uncertainty_of_current)} without load."

      def rows
        [
          ["Resistance of the cage, referred to the stator", with(@cage.rotor_resistance, "Ω", @cage.uncertainty)],
          ["Leakage of stator and rotor", with(1000 * @cage.leakage, "mH", @cage.uncertainty)],
          ["Magnetising inductance at rated flux", with(1000 * @cage.magnetising, "mH", current_uncertainty)],
          ["Time constant of the rotor", shown(1000 * @cage.rotor_time, "ms")],
          ["Current without load, at rated voltage", with(@cage.no_load_current, "A", current_uncertainty)]
        ]
      end

      def findings = [beyond].compact

      # @return [Array<Estimate>]
      def estimates
        return [] if @cage.beyond?
        [
          estimate("motor.no_load_current", @cage.no_load_current, current_uncertainty),
          estimate("motor.rotor_resistance", @cage.rotor_resistance, @cage.uncertainty),
          estimate("motor.leakage_inductance", 1000 * @cage.leakage, @cage.uncertainty),
          (Estimate.new(key: ControlMethod::KEY, figure: ControlMethod::BY_FIELD, uncertainty: 0.0) if @steady)
        ].compact
      end

      # Stator flux over direct current. @return [Chart, nil]
      def chart
        one =
          Chart.new(
            id: "magnetising",
            title: "Flux over magnetising current",
            x: Chart::Axis.new(label: "current, peak", unit: "A"),
            y: Chart::Axis.new(label: "flux of the stator", unit: "V·s"),
            curves: [
              Chart::Curve.new(
                name: "measured",
                points: @cage.curve.map { |current, flux| [current.round(3), flux.round(4)] }
              )
            ],
            marks: [Chart::Mark.new(label: "rated flux", at: @cage.rated_flux.round(4))]
          )
        one if one.shown?
      end

      private

      def estimate(key, figure, share) = Estimate.new(key: key, figure: figure, uncertainty: share * figure)
      def current_uncertainty = @cage.uncertainty_of_current

      def beyond
        return unless @cage.beyond?
        note(
          "beyond",
          "The rated flux lies beyond what was measured",
          because: "It would take #{shown(@cage.no_load_current, "A")}; so much was not permitted.",
          so: "Take a higher gait, or raise the current limit, and repeat it."
        )
      end

      def with(figure, unit, share) = "#{shown(figure, unit)} ± #{shown(figure * share, unit, figure)}"
    end
  end
end
