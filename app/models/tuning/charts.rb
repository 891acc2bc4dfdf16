# frozen_string_literal: true

class Tuning
  # The open loop over the frequency, and a step in time: as it is live, as it would be with the draft, and with the
  # mechanism as the frequency response has shown it.
  class Charts
    SHOWN = (1.0..2000.0) # Hz
    LEVELS = (-60.0..60.0) # dB
    MILLISECONDS = Gallop::Chart::Axis.new(label: "time", unit: "ms")

    # @param tuning [Tuning]
    def initialize(tuning)
      @tuning = tuning
    end

    # @return [Array<Gallop::Chart>]
    def charts = [gains, phases, step, closed].compact

    private

    def gains = chart("gain", "Open loop", log, decibels, marks: notches) { |loop| levels(loop.frequencies, loop.open) }

    # What comes of what is wanted, and how much of a disturbance the loop leaves (above 0 dB it makes it larger).
    def closed
      chart("closed", "Closed loop", log, decibels) { |loop| levels(loop.frequencies, loop.closed) }&.then do |one|
        loop = @tuning.chosen(shown.find { |_, role, _| role == :main }.last)
        points = within(levels(loop.frequencies, 1 / (loop.open + 1)))
        left = Gallop::Chart::Curve.new(name: "left of a disturbance", role: :second, points: points)
        one.with(curves: [*one.curves, left])
      end
    end

    def levels(frequencies, gains)
      levels = gains.abs.to_a.map { |gain| 20 * Math.log10([gain, Float::MIN].max) }
      frequencies.to_a.zip(levels).select { |_, level| LEVELS.cover?(level) }
    end

    def decibels = Gallop::Chart::Axis.new(label: "gain", unit: "dB")

    def phases
      axis = Gallop::Chart::Axis.new(label: "phase", unit: "°")
      marks = [Gallop::Chart::Mark.new(label: "−180°", at: -180.0, tone: :bad)]
      chart("phase", "Phase", log, axis, marks: marks) { |loop| loop.frequencies.to_a.zip(loop.margins.degrees) }
    end

    # @yieldparam loop [Gallop::Tune::Loops::Loop] @yieldreturn [Array<Array(Float, Float)>]
    def chart(id, title, x, y, marks: [], &points)
      curves =
        shown.map do |name, role, loops|
          Gallop::Chart::Curve.new(name: name, role: role, points: within(points.call(@tuning.chosen(loops))))
        end
      one = Gallop::Chart.new(id: id, title: title, x: x, y: y, curves: curves, marks: marks)
      one if one.shown?
    end

    def within(points)
      points
        .select { |frequency, _| SHOWN.cover?(frequency) }
        .map { |frequency, figure| [frequency.round(2), figure.round(2)] }
    end

    def log = Gallop::Chart::Axis.new(label: "frequency", unit: "Hz", scale: :log)

    # @return [Array<Array(String, Symbol, Gallop::Tune::Loops)>]
    def shown
      @shown ||= [
        (["live", :weak, @tuning.loops_of(@tuning.live_values)] if @tuning.changed?),
        [@tuning.changed? ? "with the draft" : "live", :main, @tuning.loops_of(@tuning.drafted)],
        *(@tuning.loop == "speed" ? by_tones : [])
      ].compact
    end

    # As the newest frequency response shows it, and as those before did.
    def by_tones
      newest = @tuning.evidence.tones
      [
        *([["seen by tones", :second, with_tones(newest)]] if newest),
        *@tuning.evidence.earlier_tones.map do |at, tones|
          ["seen at #{at.localtime.strftime("%-d %b %H:%M")}", :weak, with_tones(tones)]
        end
      ]
    end

    def with_tones(tones) = @tuning.loops_of(@tuning.drafted, tones, frequencies: tones.frequencies)

    def notches
      @tuning
        .gains_of(@tuning.drafted)
        .notches
        .map do |notch|
          Gallop::Chart::Mark.new(
            label: "notch #{notch.number}, #{notch.frequency.round} Hz",
            at: notch.frequency.to_f,
            across: :x
          )
        end
    end

    def step
      return if @tuning.loop == "current"
      runs = [
        (["live", :weak, @tuning.rehearsed(@tuning.live_values)] if @tuning.changed?),
        [@tuning.changed? ? "with the draft" : "live", :main, @tuning.rehearsed(@tuning.drafted)]
      ].compact
      return if runs.any? { |_, _, run| run.wild? }
      @tuning.moves? ? move_of(runs) : step_of(runs)
    end

    def step_of(runs)
      Gallop::Chart.new(
        id: "step",
        title: "Step of the speed, rehearsed",
        x: MILLISECONDS,
        y: Gallop::Chart::Axis.new(label: "speed", unit: shaft.unit(:fine_speed)),
        curves: runs.map { |name, role, run| run.curve(name, shaft, role: role) }
      )
    end

    def move_of(runs)
      Gallop::Chart.new(
        id: "move",
        title: "Behind the path of a move, rehearsed",
        x: MILLISECONDS,
        y: Gallop::Chart::Axis.new(label: "following error", unit: shaft.unit(:fine_angle)),
        curves: runs.map { |name, role, run| run.curve(name, shaft, role: role, values: run.errors, kind: :fine_angle) }
      )
    end

    def shaft = @shaft ||= Gallop::Tune::Gains::Reading.new(@tuning.drive.profile, @tuning.drafted).shaft
  end
end
