# frozen_string_literal: true

class Tuning
  # The highest torque over the speed, and the current without a load over the frequency: as it is live, and as it would
  # be with the draft.
  class FrequencyCharts
    POINTS = 40
    LOWEST = 0.5 # Hz
    BEYOND = 1.3 # of the rated frequency

    # @param tuning [OfFrequency]
    def initialize(tuning)
      @tuning = tuning
    end

    # @return [Array<Gallop::Chart>]
    def charts = [torque, *(motor.by_field? ? [] : [current])].select(&:shown?)

    private

    def motor = @tuning.motor

    # @return [Array<Array(String, Symbol, Gallop::Tune::Induction)>]
    def shown
      @shown ||= [
        (["live", :weak, @tuning.motor_of({})] if @tuning.changed?),
        [@tuning.changed? ? "with the draft" : "live", :main, motor]
      ].compact
    end

    def frequencies
      last = BEYOND * motor.plate.rated_frequency
      Array.new(POINTS) { |n| LOWEST * (last / LOWEST)**(n / (POINTS - 1.0)) }
    end

    def torque
      rpm = Gallop::Quantities::Unit.fetch("rpm")
      Gallop::Chart.new(
        id: "torque",
        title: "Torque that there is for a while",
        x: Gallop::Chart::Axis.new(label: "speed", unit: "rpm"),
        y: Gallop::Chart::Axis.new(label: "torque", unit: "N·m"),
        curves:
          shown.map do |name, role, one|
            highest = frequencies.filter_map { |frequency| one.highest(frequency) }.select { |point| point.rotor >= 0 }
            points = highest.map { |point| [rpm.from_si(one.speed(point.rotor)).round(1), point.torque.round(3)] }
            Gallop::Chart::Curve.new(name: name, role: role, points: [[0.0, one.from_standstill.round(3)], *points])
          end,
        marks: [Gallop::Chart::Mark.new(label: "rated", at: motor.rated_torque)]
      )
    end

    def current
      Gallop::Chart.new(
        id: "idle",
        title: "Current without a load",
        x: Gallop::Chart::Axis.new(label: "frequency", unit: "Hz"),
        y: Gallop::Chart::Axis.new(label: "current", unit: "A"),
        curves:
          shown.map do |name, role, one|
            points =
              frequencies.map do |frequency|
                [frequency.round(2), (one.idle(frequency).current / Math.sqrt(2)).round(3)]
              end
            Gallop::Chart::Curve.new(name: name, role: role, points: points)
          end,
        marks: [Gallop::Chart::Mark.new(label: "rated", at: motor.plate.rated_current / Math.sqrt(2))]
      )
    end
  end
end
