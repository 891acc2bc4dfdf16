# frozen_string_literal: true

module Gallop
  module Tune
    # How a speed went where it was told to go: the mean of two milliseconds each, as a device with few counts shows
    # steps of its own.
    #
    # @!attribute overshoot [Float] share of the step @!attribute settling [Float, nil] s from the moment in which the
    # ramp had arrived until the speed stayed within the band; nil where it did not @!attribute lag [Float] the largest
    # share of the step that it was off on the way
    StepFigures =
      Record.define(:overshoot, :settling, :lag) do
        # @param demanded [Array<Float>], actual [Array<Float>] from rest on @param interval [Float] s
        def self.of(demanded, actual, interval)
          actual = smooth(actual, interval)
          goal = demanded.max_by(&:abs)
          arrived = demanded.index { |speed| speed.abs >= StepFigures::THERE * goal.abs }
          after = actual[arrived..]
          outside = after.rindex { |speed| (speed - goal).abs > StepFigures::BAND * goal.abs }
          new(
            overshoot: [actual.map { |speed| speed / goal }.max - 1, 0.0].max,
            settling: settled(outside, after.size, interval),
            lag: demanded.zip(actual).map { |wanted, seen| (wanted - seen).abs }.max / goal.abs
          )
        end

        # When it has settled, in words after "it settles".
        def settled_text
          return "not" if settling.nil?
          return "with the ramp" if settling < StepFigures::AT_ONCE
          "in #{Quantities.format(1000 * settling, "ms", settling < 0.01 ? 1 : 0)}"
        end

        # Not where it left the band again in the last tenth of what was seen.
        def self.settled(outside, seen, interval)
          return 0.0 if outside.nil?
          (outside + 1) * interval if outside < 0.9 * seen
        end
        private_class_method :settled

        # @param samples [Array<Float>] @param mean [Float] s @return [Array<Float>]
        def self.smooth(samples, interval, mean = StepFigures::MEAN)
          reach = (mean / interval / 2).round # to each side
          sums = samples.inject([0.0]) { |all, one| all << all.last + one }
          samples.each_index.map do |n|
            from = [n - reach, 0].max
            to = [n + reach + 1, samples.size].min
            (sums[to] - sums[from]) / (to - from)
          end
        end
      end

    class StepFigures
      MEAN = 0.002 # s
      AT_ONCE = 0.0005 # s
      BAND = 0.03 # of the step
      THERE = 0.999 # of the goal, from which the ramp has arrived
    end
  end
end
