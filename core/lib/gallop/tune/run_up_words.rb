# frozen_string_literal: true

module Gallop
  module Tune
    # A run-up as it was measured and as it is reckoned, in words and as a drawing.
    class RunUpWords
      include Findings
      include Identify::Told

      LITTLE = 0.02 # of the time, that a limit may hold the ramp
      ROUGH = 0.06 # of the rated current, rms, from which on it swings
      AGREES = 0.1 # of the rated current

      # @param run_up [RunUp] that was carried out
      def initialize(run_up)
        @run = run_up
      end

      def headline
        goes = limited? ? "The current limit holds the ramp" : "Follows its ramp"
        "#{goes} to #{Shaft.turning.text(:fine_speed, @run.speed)}, with up to #{amperes(@run.peak)}."
      end

      def rows
        [
          ["Most current on the way", "#{amperes(@run.peak)}, #{percent(@run.peak / @run.rated_current)} of the rated"],
          ["Held by the current limit", limited? ? "#{percent(@run.limited)} of the time" : "no"],
          ["Swing of the current, at speed", "#{percent(@run.swing)} of the rated, rms"],
          ["Reckoned and measured current differ, at speed, by", "#{percent(@run.agreement)} of the rated"]
        ]
      end

      def findings = @findings ||= Finding.in_order([held, swings, differs].compact)

      def chart
        Chart.new(
          id: "run_up",
          title: "Current on the way up",
          x: Chart::Axis.new(label: "time", unit: "s"),
          y: Chart::Axis.new(label: "current", unit: "A"),
          curves: [
            curve("measured", @run.currents, :main),
            curve("reckoned for the torque that it gives", @run.reckoned, :second)
          ],
          marks: [
            Chart::Mark.new(label: "rated", at: @run.rated_current),
            Chart::Mark.new(label: "limit", at: @run.motor.current_limit / Math.sqrt(2), tone: :bad)
          ]
        )
      end

      private

      def limited? = @run.limited > LITTLE
      def amperes(figure) = shown(figure, "A")

      def curve(name, values, role)
        points = Drawn.places(values).map { |n| [(n * @run.take.interval).round(3), values[n].to_f.round(3)] }
        Chart::Curve.new(name: name, points: points, role: role)
      end

      def held
        return unless limited?
        caution(
          "held",
          "The ramp is quicker than the current allows",
          because: "For #{percent(@run.limited)} of the way the current limit held it: it takes as long as it takes.",
          so: "A longer ramp, a higher limit where motor and drive can stand it, or less boost.",
          values: %w[ramps.acceleration_time limits.current]
        )
      end

      def swings
        return if @run.swing < ROUGH
        caution(
          "swings",
          "The motor goes to and fro at #{Shaft.turning.text(:fine_speed, @run.speed)}",
          because: "Its current swings by #{percent(@run.swing)} of the rated once the ramp has ended.",
          so: by_field? ? "A lower gain of the speed regulator." : "More damping of oscillations, or less voltage.",
          values: by_field? ? %w[field.regulator_gain] : %w[output.oscillation_damping output.boost]
        )
      end

      def by_field? = @run.motor.by_field?

      def differs
        return if @run.agreement <= AGREES
        note(
          "differs",
          "The motor takes another current than is reckoned",
          because: "Resistance, no-load current or cage are not what is set: by the nameplate they are guesses.",
          so: "Winding, and Iron and cage, at the stage Identify."
        )
      end
    end
  end
end
