# frozen_string_literal: true

module Gallop
  module Terminals
    # What was seen of a transmitter while its stick was moved to both ends, let go several times, and the transmitter
    # switched off at last: ends, centre and deadband of the pulse.
    #
    #   PulseSweep.new(times, widths).centre     # => 1512.0 (µs)
    class PulseSweep
      include Findings

      LEAST_WAY = 100.0 # µs between centre and an end
      STILL = 0.3 # s that a stick which was let go rests at least
      CALM = 12.0 # µs in which it rests
      FEWEST = 4 # readings of it
      MARGIN = 10.0 # µs of deadband beyond what was seen
      INNER = 0.5 # of the way to an end, within which a stick that rests was let go

      # @param times [Array<Float>] s @param widths [Array<Integer>] µs, zero without a pulse
      def initialize(times, widths)
        @looks = times.zip(widths)
        @seen = widths.select(&:positive?)
        @low, @high = @seen.minmax
        @rests = learned? ? rests : []
      end

      # µs
      attr_reader :low, :high

      def learned? = @seen.size >= FEWEST && @high - @low >= 2 * LEAST_WAY

      # @return [Float, nil] µs, nil where the stick never rested between its ends
      def centre = @rests.empty? ? nil : @rests.sum / @rests.size
      def deadband = [(@rests.map { |rest| (rest - centre).abs }.max + MARGIN).ceil, 15].max
      def times_let_go = @rests.size

      # Whether the signal ended when the transmitter was off.
      def lost? = @looks.drop_while { |_, width| width.zero? }.any? { |_, width| width.zero? }

      # @return [Array<Identify::Estimate>] µs
      def estimates
        return [] if centre.nil?
        { "low" => @low, "high" => @high, "centre" => centre.round, "deadband" => deadband }.map do |name, width|
          Identify::Estimate.new(key: "pulse.#{name}", figure: width, uncertainty: 2.0)
        end
      end

      # @return [Array<Finding>]
      def findings
        return [no_way] unless learned?
        return [never_let_go] if centre.nil?
        Finding.in_order([one_sided, once, goes_on].compact)
      end

      private

      # Readings that lie close together, one after the other.
      Stretch = Struct.new(:from, :to, :low, :high, :widths)
      private_constant :Stretch

      # Means of the stretches in which the stick rested between the inner halves of its ways.
      def rests
        middle = (@low + @high) / 2.0
        inner = INNER * (@high - @low) / 2
        calm_stretches.map { |one| one.widths.sum / one.widths.size.to_f }.select { |mean| (mean - middle).abs < inner }
      end

      def calm_stretches
        all = []
        open = nil
        @looks.each do |time, width|
          next open = nil if width.zero?
          all << (open = Stretch.new(time, time, width, width, [])) unless open && fits?(open, width)
          open.to = time
          open.low, open.high = [open.low, open.high, width].minmax
          open.widths << width
        end
        all.select { |one| one.widths.size >= FEWEST && one.to - one.from >= STILL }
      end

      def fits?(stretch, width) = [stretch.high, width].max - [stretch.low, width].min <= CALM

      def no_way
        blocker(
          "pulse_unmoved",
          @seen.empty? ? "No pulse arrived" : "Pulses from #{us(@low)} to #{us(@high)}: that is no way from end to end",
          because: "The stick was not moved, the receiver has no supply, or its wire is off.",
          so: "Look at transmitter and receiver, then move the stick to both ends.",
          values: %w[pulse.low pulse.high]
        )
      end

      def never_let_go
        caution(
          "never_let_go",
          "The stick never rested between its ends",
          because: "Where it is when nobody holds it is the centre, and nothing may move there.",
          so: "Let it go for a second, two or three times.",
          values: %w[pulse.centre]
        )
      end

      def one_sided
        return if [centre - @low, @high - centre].min >= LEAST_WAY
        caution(
          "one_sided",
          "#{us(centre - @low)} below the centre and #{us(@high - centre)} above it",
          because: "One direction has hardly any way, and is coarse.",
          so: "Look at trim and ends of the transmitter, or take the lower end for the centre on purpose.",
          values: %w[pulse.centre]
        )
      end

      def once
        return if times_let_go > 1
        note(
          "let_go_once",
          "The stick was let go once",
          because: "A stick does not come back to the same place each time; the deadband has to be as wide.",
          so: "Let it go from both sides.",
          values: %w[pulse.deadband]
        )
      end

      def goes_on
        return if lost?
        caution(
          "signal_goes_on",
          "The pulses never stopped",
          because: "A receiver that goes on without its transmitter keeps the motor turning.",
          so: "Switch the transmitter off during the test. If pulses go on: set the receiver to give none then.",
          values: %w[pulse.lost_time]
        )
      end

      def us(width) = Quantities.format(width, "µs", 0)
    end
  end
end
