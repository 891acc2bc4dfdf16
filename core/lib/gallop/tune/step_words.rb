# frozen_string_literal: true

module Gallop
  module Tune
    # A step as it was measured and as it was rehearsed, in words and as a drawing.
    class StepWords
      include Findings
      include Identify::Told

      AGREES = 0.1 # of the step, that both may differ by at any moment
      RINGS = 0.25 # of the step, beyond which it overshoots too much
      # @param shaft [Shaft] @param measured [Rehearsal::Run], rehearsed [Rehearsal::Run] @param speed [Float] rad/s
      def initialize(shaft, measured, rehearsed, speed)
        @shaft = shaft
        @measured = measured
        @rehearsed = rehearsed
        @speed = speed
      end

      def headline
        return "It does not settle at #{at}." if seen.settling.nil?
        "Settles #{seen.settled_text}, #{percent(seen.overshoot)} over, at #{at}."
      end

      def rows
        [
          ["Settles", both(:settled_text)],
          ["Over the goal", both(:overshoot) { |figure| percent(figure) }],
          ["Behind on the way", both(:lag) { |figure| percent(figure) }],
          ["Rehearsal and measurement differ by at most", percent(agreement)]
        ]
      end

      # The largest difference at any moment, of the step. @return [Float]
      def agreement
        @agreement ||= pairs.map { |one, other| (one - other).abs }.max / @speed
      end

      def findings = @findings ||= Finding.in_order([unsettled, over, differs].compact)

      def chart
        Chart.new(
          id: "step",
          title: "Step of the speed",
          x: Chart::Axis.new(label: "time", unit: "ms"),
          y: Chart::Axis.new(label: "speed", unit: unit),
          curves: [
            @measured.curve("measured", @shaft),
            @rehearsed.curve("rehearsed", @shaft, role: :second),
            @measured.curve("demanded", @shaft, role: :weak, values: @measured.demanded)
          ]
        )
      end

      private

      def seen = @seen ||= StepFigures.of(@measured.demanded, @measured.actual, @measured.interval)
      def foreseen = @foreseen ||= StepFigures.of(@rehearsed.demanded, @rehearsed.actual, @rehearsed.interval)

      def both(figure)
        one, other = [seen, foreseen].map { |figures| figures.public_send(figure) }
        return one == other ? "#{one}, as rehearsed" : "#{one}, rehearsed #{other}" unless block_given?
        "#{yield one}, rehearsed #{yield other}"
      end

      def at = @shaft.text(:fine_speed, @speed)
      def pairs
        both = [@measured, @rehearsed].map { |run| StepFigures.smooth(run.actual, run.interval) }
        both.first.zip(both.last).reject { |pair| pair.any?(&:nil?) }
      end
      def unit = @shaft.unit(:fine_speed)

      def unsettled
        return unless seen.settling.nil?
        blocker(
          "unsettled",
          "The speed does not come to rest at #{at}",
          because: "It was still more than #{percent(StepFigures::BAND)} off at the end of what was recorded.",
          so: "Lower the speed loop gain, or lengthen its integral time; look at the trace for what swings."
        )
      end

      def over
        return if seen.overshoot < RINGS || seen.settling.nil?
        caution(
          "overshoots",
          "It goes #{percent(seen.overshoot)} beyond its goal",
          because: "The integral takes over what the torque limit or the margin of the loop has left open.",
          so: "A longer integral time, or slower ramps.",
          values: %w[speed_loop.integral_time speed_loop.gain]
        )
      end

      def differs
        return if agreement <= AGREES
        note(
          "differs",
          "Rehearsal and measurement differ by up to #{percent(agreement)} of the step",
          because: "What hangs on the motor is not, or no longer, what was measured: inertia, spring or friction.",
          so: "Repeat Turn by the loops and Frequency response at the stage Identify."
        )
      end
    end
  end
end
