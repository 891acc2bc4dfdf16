# frozen_string_literal: true

module Gallop
  module Terminals
    # What was seen of an analog signal while somebody moved its source from end to end, and took its wire off.
    #
    #   sweep = Sweep.new(analog, times, volts)
    #   sweep.low, sweep.high, sweep.noise     # => 0.052, 9.71, 0.012 (V)
    class Sweep
      include Findings

      LEAST = 0.2 # of the span, below which nobody has moved it
      STILL = 0.5 # s over which noise is looked at
      FEWEST = 5 # readings in it
      FALLS_BACK = 0.05 # of what was swept: more is no way up
      NOISY = 0.01 # of the span

      # @param analog [Analog] @param times [Array<Float>] s @param volts [Array<Float>] as the drive measured them
      def initialize(analog, times, volts)
        @analog = analog
        @broken, @readings = times.zip(volts).partition { |_, reading| analog.broken?(reading) }
        @noise = stillest
        @low, @high = ends
      end

      # V that were seen at both ends. @return [Float, nil]
      attr_reader :low, :high

      # V from peak to peak in the stillest half second. @return [Float, nil]
      attr_reader :noise

      def swept? = !@low.nil? && @high - @low > LEAST * Analog::SPAN

      # Whether the wire was seen broken, where that can be told from zero.
      def broken? = @broken.any?
      def tells_breaks? = @analog.kind == :live_zero

      # V by which it fell back on its way from the lower end to the upper. @return [Float]
      def fall
        from = @readings.index { |_, volts| volts <= @low + margin }
        to = @readings.rindex { |_, volts| volts >= @high - margin }
        way = from < to ? @readings[from..to] : @readings[to..from].reverse
        highest = -Float::INFINITY
        way.map { |_, volts| (highest = [highest, volts].max) - volts }.max
      end

      # Points that bring the whole way of the source to the whole way of the figure, the noise left out.
      # @return [Array<Identify::Estimate>] in % of the span
      def estimates
        return [] unless swept?
        { "low" => @low + margin, "high" => @high - margin }.map do |name, volts|
          Identify::Estimate.new(
            key: "terminals.analog_#{@analog.number}_#{name}",
            figure: (100 * @analog.share(volts)).round(1),
            uncertainty: (100 * margin / Analog::SPAN).round(1)
          )
        end
      end

      # @return [Array<Finding>]
      def findings
        return [unmoved] unless swept?
        Finding.in_order([falls_back, noisy, untried, crawls].compact)
      end

      private

      def margin = @noise.to_f / 2

      # The least that lies between the highest and the lowest reading of any half second.
      def stillest
        windows = @readings.each_index.filter_map { |n| window_from(n) }
        windows.map { |volts| volts.max - volts.min }.min
      end

      def window_from(n)
        start = @readings[n].first
        return if @readings.last.first < start + STILL
        volts = @readings[n..].take_while { |time, _| time <= start + STILL }.map(&:last)
        volts if volts.size >= FEWEST
      end

      def ends = @readings.map(&:last).minmax

      def name = "Analog input #{@analog.number}"
      def key(what) = "terminals.analog_#{@analog.number}_#{what}"
      def volts(figure) = Quantities.format(figure, "V", 2)

      def unmoved
        seen = @low ? "#{volts(@low)} to #{volts(@high)}" : "nothing but a broken wire"
        caution(
          "unmoved",
          "#{name}: #{seen} seen, and that is no sweep",
          because: "The source was not moved, or its wire is off.",
          so: "Bring it from end to end, and look where its wires go.",
          values: [key("kind")]
        )
      end

      def falls_back
        fallen = fall
        return if fallen <= [FALLS_BACK * (@high - @low), 3 * @noise.to_f].max
        caution(
          "falls_back",
          "#{name}: fell back by #{volts(fallen)} on the way from end to end",
          because: "A worn track or a loose wire lets the reference jump; it may as well have been moved back by hand.",
          so: "Bring it there once more, slowly and one way. If it comes again: another potentiometer."
        )
      end

      def noisy
        return if @noise.to_f <= NOISY * Analog::SPAN
        caution(
          "noisy",
          "#{name}: #{volts(@noise)} of noise while it stood still",
          because: "It moves the reference by #{Quantities.format(10 * @noise, "%", 1)}.",
          so: "Shield the wire and lay its screen on one side, or filter for longer.",
          values: [key("filter")]
        )
      end

      def untried
        return if !tells_breaks? || broken?
        note(
          "break_untried",
          "#{name}: the broken wire was not tried",
          because: "Below 3.6 mA the drive does what is chosen for a broken wire.",
          so: "Take the wire off for a second during the sweep.",
          values: [key("wire_break")]
        )
      end

      # With the source at its lower end the figure is not the lowest.
      def crawls
        figures = [@low, @high].map { |volts| @analog.figure(volts) }
        ends = [@analog.low_figure, @analog.high_figure].minmax
        off = [figures.min - ends.first, ends.last - figures.max].max
        return if off <= 1.0
        caution(
          "ends_missed",
          "#{name}: from end to end it gives #{percent(figures.min)} to #{percent(figures.max)}, " \
            "and is scaled for #{percent(ends.first)} to #{percent(ends.last)}",
          because: "At an end of the source the motor does not have the speed that is meant.",
          so: "Take over the points that were seen.",
          values: [key("low"), key("high")]
        )
      end

      def percent(figure) = Quantities.format(figure, "%", 1)
    end
  end
end
