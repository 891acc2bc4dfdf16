# frozen_string_literal: true

module Gallop
  module Tune
    # A move as it was measured and as it was rehearsed, in words and as a drawing.
    class MoveWords
      include Findings
      include Identify::Told

      AGREES = 0.1 # of the largest lag, that both may differ by

      # @param move [Move] that was carried out
      def initialize(move)
        @move = move
        @shaft = move.shaft
      end

      def headline
        "Behind its path by at most #{angle(measured.worst_error)}, over #{@shaft.text(:angle, @move.distance)}."
      end

      def rows
        [
          ["Furthest behind its path", both(:worst_error)],
          ["On average (rms)", both(:rms_error)],
          ["Goes", "#{@shaft.text(:angle, @move.distance)} at up to #{@shaft.text(:fine_speed, @move.cruise)}"],
          ["Rehearsal and measurement of the furthest differ by", percent(agreement)]
        ]
      end

      # Of the largest lag. @return [Float]
      def agreement
        (measured.worst_error - rehearsed.worst_error).abs / [measured.worst_error, rehearsed.worst_error].max
      end

      def findings = @findings ||= Finding.in_order([limited, differs].compact)

      def chart
        Chart.new(
          id: "lag",
          title: "Behind the path",
          x: Chart::Axis.new(label: "time", unit: "ms"),
          y: Chart::Axis.new(label: "following error", unit: @shaft.unit(:fine_angle)),
          curves: [curve("measured", measured), curve("rehearsed", rehearsed, role: :second)]
        )
      end

      private

      def measured = @move.measured
      def rehearsed = @move.rehearsed
      def curve(name, run, **how) = run.curve(name, @shaft, values: run.errors, kind: :fine_angle, **how)

      def both(figure)
        one, other = [measured, rehearsed].map { |run| run.public_send(figure) }
        "#{angle(one)}, rehearsed #{angle(other)}"
      end

      def angle(figure)
        told, unit, = @shaft.told(:fine_angle, figure)
        shown(told, unit)
      end

      def limited
        share = measured.torque.map(&:abs).max / @move.stage.torque
        return if share < 0.99
        caution(
          "limited",
          "The torque was at its limit on the way",
          because: "The profile asks for more than the drive may give: it lags behind until the limit lets go of it.",
          so: "Slower ramps, or another gait.",
          values: %w[ramps.acceleration ramps.deceleration]
        )
      end

      def differs
        return if agreement <= AGREES
        note(
          "differs",
          "Rehearsal and measurement differ by #{percent(agreement)}",
          because: "What hangs on the motor is not, or no longer, what was measured: inertia, friction or gravity.",
          so: "Repeat Turn by the loops at the stage Identify."
        )
      end
    end
  end
end
