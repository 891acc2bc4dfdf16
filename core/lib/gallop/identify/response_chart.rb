# frozen_string_literal: true

module Gallop
  module Identify
    # How strongly the mechanics answer over the frequency, with the model through the tones.
    class ResponseChart
      ENOUGH = 160 # points of the model

      # @param machine [SpinMachine] @param tones [Array<ResponseSpectra::Tone>] @param fit [ResponseFit]
      def initialize(machine, tones, fit)
        @machine = machine
        @tones = tones
        @fit = fit
      end

      # @return [Chart, nil]
      def chart
        one =
          Chart.new(
            id: "response",
            title: "Answer of the mechanics",
            x: Chart::Axis.new(label: "frequency", unit: "Hz", scale: :log),
            y: Chart::Axis.new(label: "speed for torque", unit: "dB"),
            curves: [*model, all, sure].select { |curve| curve.points.size > 1 },
            marks: marks
          )
        one if one.shown?
      end

      private

      def all = Chart::Curve.new(name: "seen", points: points(@tones), role: :weak)
      def sure = Chart::Curve.new(name: "sure (coherence above #{ResponseFit::SURE})", points: points(@fit.tones))

      def model
        return [] unless @fit.model
        first, last = @fit.tones.map(&:frequency).minmax
        frequencies = Array.new(ENOUGH) { |n| first * (last / first)**(n / (ENOUGH - 1.0)) }
        points = frequencies.map { |frequency| [frequency.round(2), decibels(@fit.model.at(frequency))] }
        [Chart::Curve.new(name: "model", points: points, role: :second)]
      end

      def points(tones) = tones.map { |tone| [tone.frequency.round(2), decibels(tone.gain)] }

      # rad/s for a N·m, or m/s for a N
      def decibels(gain) = (20 * Math.log10(gain.abs * @machine.shaft.radius**2)).round(2)

      def marks
        return [] unless @fit.rings?
        { resonance: :bad, antiresonance: :plain }.filter_map do |measure, tone|
          frequency = @fit.model.public_send(measure) or next
          Chart::Mark.new(label: Quantities.format(frequency, "Hz", 0), at: frequency.round(2), across: :x, tone: tone)
        end
      end
    end
  end
end
