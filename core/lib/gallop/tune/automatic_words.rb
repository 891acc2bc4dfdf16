# frozen_string_literal: true

module Gallop
  module Tune
    # What the drive tuned by itself, in words: what limited it, before and after.
    class AutomaticWords
      include Findings
      include Identify::Told

      # @param tuned [Automatic]
      def initialize(tuned)
        @tuned = tuned
      end

      def headline
        return "No design did what was rehearsed: #{@tuned.tries.last.objection}." unless taken
        "Now it #{told(taken.step.measured_figures)}; before it #{before}."
      end

      def rows
        [
          *(taken ? [["Comes to", headline]] : []),
          ["Mechanism", mechanism],
          *designs,
          *@tuned.tries.select(&:objection).map { |one| ["Tried and left", "#{name(one.share)}: #{one.objection}"] },
          *(taken ? outcome : [])
        ]
      end

      def findings = [none].compact

      # Before and after.
      def chart
        return unless @tuned.before || taken
        Chart.new(
          id: "tuned",
          title: "Step of the speed, before and after",
          x: Chart::Axis.new(label: "time", unit: "ms"),
          y: Chart::Axis.new(label: "speed", unit: @tuned.shaft.unit(:fine_speed)),
          curves: [
            *(@tuned.before ? [@tuned.before.measured.curve("before", @tuned.shaft, role: :weak)] : []),
            *(taken ? [taken.step.measured.curve("after", @tuned.shaft)] : [])
          ]
        )
      end

      private

      def taken = @tuned.taken
      def before = @tuned.before ? told(@tuned.before.measured_figures) : "swung by itself"
      def told(figures) = "#{settled(figures)}, #{percent(figures.lag)} behind on the way"
      def settled(figures) = figures.settling ? "settles #{figures.settled_text}" : "does not settle"
      def phase(gains) = Quantities.format(@tuned.margins(gains).phase, "°", 0)

      def mechanism
        found = @tuned.mechanism
        return "more than two masses, #{@tuned.shaft.text(:inertia, found.whole)} in all; #{rings}" if @tuned.many?
        return "one mass, #{@tuned.shaft.text(:inertia, found.whole)}" unless found.two?
        "two masses, #{
          @tuned.shaft.text(:inertia, found.whole)
        } in all, the load #{shown(found.ratio, nil)} times the " \
          "motor's; swings at #{shown(found.antiresonance, "Hz")} and #{shown(found.resonance, "Hz")}"
      end

      def rings
        peaks = @tuned.plant.peaks.map { |peak| shown(peak, "Hz") }
        peaks.any? ? "rings at #{peaks.join(" and ")}" : "nothing rings loudly"
      end

      # What each of the three would be.
      def designs
        @tuned.design.three.map do |name, point|
          margins = @tuned.margins(point.gains)
          run =
            Rehearsal.new(point.gains, @tuned.mechanism, @tuned.stage).step(
              speed,
              seconds: speed / @tuned.stage.up + 0.3
            )
          figures = StepFigures.of(run.demanded, run.actual, run.interval)
          noise = @tuned.design.noise(point.gains) / @tuned.stage.torque
          [
            "Design “#{name}”",
            "#{settled(figures)}, #{percent(figures.lag)} behind on the way, noise #{percent(noise)} of the torque, " \
              "#{Quantities.format(margins.phase, "°", 0)}"
          ]
        end
      end

      def speed = Step.speed(@tuned.stage, @tuned.room)

      def name(share)
        Design::SHARES.key(share)&.to_s || "between quiet and quick (#{(100 * share).round} %)"
      end

      def outcome
        gains = taken.point.gains
        [
          ["Taken", name(taken.share)],
          ["Phase margin", phase(gains)],
          ["Gain is one at", shown(taken.point.crossover, "Hz")],
          ["Over the goal", percent(taken.step.measured_figures.overshoot)],
          ["Rehearsal and measurement differ by at most", percent(taken.step.agreement)],
          ["Sensitivity peak", Quantities.format(@tuned.margins(gains).peak, nil, 2)],
          ["Limited by", taken.point.limited_by == :noise ? "the steps of the device" : "the margins"]
        ]
      end

      def none
        return if taken
        blocker(
          "none_holds",
          "No design did what was rehearsed",
          because: "#{@tuned.tries.map { |one| "#{name(one.share)}: #{one.objection}" }.join("; ")}.",
          so: "Look at the trace. The drive has its own gains as before."
        )
      end
    end
  end
end
