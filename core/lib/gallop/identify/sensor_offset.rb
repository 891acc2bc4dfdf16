# frozen_string_literal: true

module Gallop
  module Identify
    # The offset of the current sensors, from readings that were taken while no current can flow and no offset was taken
    # off: their mean, and how far it can be trusted.
    #
    #   found = SensorOffset.new({ "sensing.offset_u" => [ 0.0121, … ] }, names: { … }, rated: 2.6)
    #   found.estimates.first.figure   # => 0.0118
    class SensorOffset
      include Findings

      FEWEST = 20 # readings
      T_95 = 2.1 # Student's t for that many, two-sided
      RESOLUTION = 0.0001 # A of a reading
      DRIFT = 0.002 # of the rated current between first and second half
      UNUSUAL = 0.02 # of the rated current; a sound channel stays below
      FAULTY = 0.1

      # @param readings [Hash{String => Array<Float>}] A, by the key of the setting that takes the offset
      # @param names [Hash{String => String}] of the phases @param rated [Float] rated current of the motor, A rms
      # @raise [Undecided]
      def initialize(readings, names:, rated:)
        @readings = readings
        @names = names
        @rated = rated
        check
      end

      # @return [Array<Estimate>] A
      def estimates
        @estimates ||=
          @readings.map { |key, all| Estimate.new(key: key, figure: mean(all), uncertainty: uncertainty(all)) }
      end

      # @return [Array<Finding>] none where the sensors are as they should be
      def findings = estimates.filter_map { |one| faulty(one) || unusual(one) }

      # @return [Float] of the rated current
      def share(estimate) = estimate.figure.abs / @rated

      private

      def check
        few = @readings.values.map(&:size).min.to_i
        if few < FEWEST
          raise Undecided, "Only #{few} readings came; #{FEWEST} are needed. Look at the link, and try again."
        end
        @readings.each { |key, all| refuse_drift(key, all) }
      end

      def refuse_drift(key, all)
        first, second = all.each_slice((all.size / 2.0).ceil).map { |half| mean(half) }
        return if (second - first).abs <= DRIFT * @rated + 2 * uncertainty(all)
        raise Undecided,
              "The current of #{@names.fetch(key)} did not stand still: #{amps(first)}, then #{amps(second)}. " \
                "Let motor and drive come to rest, and try again."
      end

      def mean(all) = all.sum / all.size

      # Of the mean, with the resolution of the readings, which cannot be averaged away.
      def uncertainty(all)
        middle = mean(all)
        deviation = Math.sqrt(all.sum { |one| (one - middle)**2 } / (all.size - 1))
        Math.hypot(T_95 * deviation / Math.sqrt(all.size), RESOLUTION)
      end

      def faulty(estimate)
        return if share(estimate) < FAULTY
        blocker(
          "sensor_faulty",
          headline(estimate),
          values: [estimate.key],
          because:
            "A sound channel shows less than #{percent(UNUSUAL)}: sensor, amplifier or their supply are not in order.",
          so: "Let the drive be examined. Taken off, so large an offset hides the fault and leaves less of the range."
        )
      end

      def unusual(estimate)
        return if share(estimate) < UNUSUAL
        caution(
          "sensor_unusual",
          headline(estimate),
          values: [estimate.key],
          because: "A sound channel shows less than #{percent(UNUSUAL)}.",
          so: "Measure again when the drive is warm; if it grows, let the drive be examined."
        )
      end

      def headline(estimate)
        "The sensor of #{@names.fetch(estimate.key)} shows #{amps(estimate.figure)} without any current, " \
          "#{percent(share(estimate))} of the rated current"
      end

      def amps(figure) = Quantities.format(figure, "A", 3)
      def percent(share) = Quantities.format(share * 100, "%", share < 0.1 ? 1 : 0)
    end
  end
end
