# frozen_string_literal: true

module Gallop
  module Identify
    # How a motor has turned without a device that counts, in words.
    class FreeRunFindings
      include Findings
      include Told

      ROUGH_SPEED = 0.05 # of the speed
      ROUGH_CURRENT = 0.15 # of the rated current
      LOADED = 0.5 # of the magnetising current, of current that does work

      # @param stretches [Array<FreeStretch>] @param magnetising [Magnetising, nil] @param rated_current [Float] A rms
      # @param count [ShaftCount, nil] where there is an encoder
      def initialize(stretches, magnetising, rated_current:, count: nil)
        @count = count
        @stretches = stretches
        @magnetising = magnetising
        @rated = rated_current
      end

      def headline
        return "#{findings.first.headline}." if findings.any?
        last = @stretches.last
        "It turns smoothly at #{text(last.asked)}#{", with #{no_load} for its flux" if @magnetising}."
      end

      def rows
        [*@stretches.map { |stretch| ripple_row(stretch) }, *magnetising_rows, *@count&.rows]
      end

      def findings = @findings ||= Finding.in_order([*@count&.findings, rough, loaded].compact)

      # @return [Array<Estimate>]
      def estimates
        return [] unless @magnetising
        figure = @magnetising.no_load_current
        [
          Estimate.new(key: "motor.no_load_current", figure: figure, uncertainty: figure * @magnetising.uncertainty),
          *encoder
        ]
      end

      private

      # What puts it right; or, where it is right, the field by it.
      def encoder
        return [] unless @count
        if @count.sound?
          [Estimate.new(key: ControlMethod::KEY, figure: ControlMethod::BY_ENCODER, uncertainty: 0.0)]
        else
          @count.estimates
        end
      end

      def text(speed) = Shaft.turning.text(:fine_speed, speed)
      def amps(figure) = Quantities.format(figure, "A", 2)
      def no_load = amps(@magnetising.no_load_current)

      def ripple_row(stretch)
        [
          "Ripple at #{text(stretch.asked)}",
          "speed #{percent(stretch.speed_ripple)}, current #{percent(stretch.current_ripple / @rated)}"
        ]
      end

      def magnetising_rows
        return [["Current", amps(@stretches.last.current)]] unless @magnetising
        [
          [
            "Current for the flux, at rated voltage",
            "#{no_load} ± #{amps(@magnetising.no_load_current * @magnetising.uncertainty)}"
          ],
          ["Current that does work", amps(@magnetising.active_current)]
        ]
      end

      def rough
        worst =
          @stretches.max_by { |one| [one.speed_ripple / ROUGH_SPEED, one.current_ripple / @rated / ROUGH_CURRENT].max }
        return if worst.speed_ripple < ROUGH_SPEED && worst.current_ripple < ROUGH_CURRENT * @rated
        note(
          "rough",
          "It does not turn smoothly at #{text(worst.asked)}",
          because:
            "Speed #{percent(worst.speed_ripple)} rms, current #{percent(worst.current_ripple / @rated)} of the rated.",
          so: "Look at the trace; an induction motor that swings at light load gets calmer with less voltage."
        )
      end

      def loaded
        return unless @magnetising && @magnetising.active_current > LOADED * @magnetising.no_load_current
        note(
          "loaded",
          "It was loaded: #{amps(@magnetising.active_current)} did work",
          because: "The current for the flux is told all the same; it is a little less exact.",
          so: nil
        )
      end
    end
  end
end
