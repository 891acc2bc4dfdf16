# frozen_string_literal: true

module Gallop
  module Tune
    # Gains out of what is known of a mechanism. The speed loop is made as quick as its margins allow, with the inertia
    # 30 % off and the spring 10 % (its resonance 5 %), with a notch and a low-pass where these make it quicker; the
    # position loop around it likewise. Quieter ones are the same with less of it.
    #
    #   design = Design.new(gains, mechanism, stage)
    #   design.at(1.0).gains         # the quickest that holds
    #   design.three[:even].figures
    class Design
      SHARES = { quiet: 0.0, even: 0.55, quick: 1.0 }.freeze # of the way from the quiet one to the quick one
      QUIET = 0.35 # of the quickest crossover
      LEAST_PHASE = 45.0 # °
      LEAST_GAIN = 6.5 # dB
      HIGHEST_PEAK = 1.7 # of the sensitivity
      VARIED = [{ heavier: 1.3 }, { heavier: 0.7 }, { stiffer: 1.1 }, { stiffer: 0.9 }].freeze
      LEAST_PHASE_VARIED = 41.0
      LEAST_GAIN_VARIED = 5.0
      HIGHEST_PEAK_VARIED = 1.95
      INTEGRAL = { quiet: 6.0, quick: 4.0 }.freeze # of a radian of the crossover, that the integral takes
      CROSSOVERS = (1.0..250.0) # Hz
      NOTCH_WIDTHS = [0.5, 1.0].freeze # of the resonance
      NOTCH_DEPTH = 0.85
      NOISE = 0.05 # of the torque that there is, rms, that the steps of the device may make
      POSITION_PHASE = 60.0
      POSITION_PEAK = 1.45
      POSITION_GAINS = [0.5, 0.4, 0.32, 0.25, 0.2, 0.16, 0.12, 0.09, 0.06, 0.04].freeze # of the crossover

      # @!attribute gains [Gains] @!attribute crossover [Float] Hz @!attribute limited_by [Symbol] margins or noise
      Point = Record.define(:gains, :crossover, :limited_by)

      # @param gains [Gains] as they are: what is not designed stays @param mechanism [Mechanism, Sampled]
      # @param stage [Stage]
      # @param count [Float, nil] rad of a count of the device
      def initialize(gains, mechanism, stage, count: nil)
        @gains = gains
        @mechanism = mechanism
        @stage = stage
        @count = count
      end

      # @return [Hash{Symbol => Point}]
      def three = SHARES.transform_values { |share| at(share) }

      # @param share [Float] 0 for the quiet one, 1 for the quick one @return [Point]
      def at(share)
        crossover = quickest.crossover * QUIET**(1 - share)
        speed = speed_gains(crossover, quickest.filters, integral(share))
        Point.new(gains: with_position(speed, crossover), crossover: crossover, limited_by: quickest.limited_by)
      end

      # Whether any speed loop holds.
      def possible? = !quickest.nil?

      # Torque that the steps of the device make, rms, behind the loop. @param gains [Gains] @return [Float] N·m
      def noise(gains)
        return 0.0 unless @count
        share = 1 - Math.exp(-4 * Math::PI * gains.speed_filter * @stage.period)
        gains.speed_gain * @count / Math.sqrt(12) * @stage.rate * share * Math.sqrt(2 / (2 - share))
      end

      private

      # @!attribute crossover [Float] Hz @!attribute filters [Hash] of Gains @!attribute limited_by [Symbol]
      Quickest = Record.define(:crossover, :filters, :limited_by)
      private_constant :Quickest

      def quickest
        return @quickest if defined?(@quickest)
        found =
          filters.filter_map do |given|
            crossover = highest(given)
            Quickest.new(crossover: crossover, filters: given, limited_by: :margins) if crossover
          end
        # a filter has to be worth it
        best = found.max_by { |one| one.crossover / (1 + 0.05 * one.filters[:notches].size) }
        @quickest = best && quiet_enough(best)
      end

      # What the torque would swing with is taken out at the resonance.
      # @return [Array<Hash>]
      def filters
        plain = [{ notches: [], low_pass: 0.0 }]
        rings = @mechanism.peaks.select { |peak| Gains::Notch.possible?(peak) }.first(@stage.notches)
        plain +
          (1..rings.size).flat_map do |count|
            NOTCH_WIDTHS.map { |width| { notches: notches(rings.first(count), width), low_pass: 0.0 } }
          end
      end

      # @param width [Float] of each frequency
      def notches(frequencies, width)
        frequencies.each_with_index.map do |frequency, n|
          Gains::Notch.new(number: n + 1, frequency: frequency, width: width * frequency, depth: NOTCH_DEPTH)
        end
      end

      def integral(share) = INTEGRAL[:quiet] + share * (INTEGRAL[:quick] - INTEGRAL[:quiet])

      # @param integral [Float] of a radian of the crossover @return [Gains]
      def speed_gains(crossover, filters, integral)
        omega = 2 * Math::PI * crossover
        @gains.with(
          speed_gain: @mechanism.whole * omega,
          integral_time: integral / omega,
          acceleration_ahead: 1.0,
          inertia_set: [@mechanism.whole, @gains.rotor_set].max,
          notches: filters[:notches],
          low_pass: filters[:low_pass]
        )
      end

      # Hz; by halves. The lower the crossover the better the margins, but for a mechanism that swings below it.
      def highest(filters)
        candidates = Array.new(24) { |n| CROSSOVERS.max * (CROSSOVERS.min / CROSSOVERS.max)**(n / 23.0) }
        good = candidates.find { |crossover| holds?(crossover, filters) } or return
        low = good
        high = good * (CROSSOVERS.max / CROSSOVERS.min)**(1 / 23.0)
        4.times do
          middle = Math.sqrt(low * high)
          holds?(middle, filters) ? low = middle : high = middle
        end
        low
      end

      def holds?(crossover, filters)
        gains = speed_gains(crossover, filters, INTEGRAL[:quick])
        holds_with?(gains, @mechanism, LEAST_PHASE, LEAST_GAIN, HIGHEST_PEAK) &&
          variants.all? do |other|
            holds_with?(gains, other, LEAST_PHASE_VARIED, LEAST_GAIN_VARIED, HIGHEST_PEAK_VARIED)
          end
      end

      def variants
        @variants ||=
          VARIED.reject { |how| how.key?(:stiffer) && !@mechanism.two? }.map { |how| @mechanism.varied(**how) }
      end

      def holds_with?(gains, mechanism, phase, gain, peak)
        margins = Loops.new(gains, mechanism, @stage).speed.margins
        margins.peak < peak && margins.phase.to_f > phase && (margins.gain || Float::INFINITY) > gain && margins.stable?
      end

      def quiet_enough(found)
        noise = noise(speed_gains(found.crossover, found.filters, INTEGRAL[:quick]))
        most = NOISE * @stage.torque
        return found if noise <= most
        found.with(crossover: found.crossover * most / noise, limited_by: :noise)
      end

      # @return [Gains] with the highest position gain that holds
      def with_position(speed, crossover)
        return speed unless speed.position_gain.positive?
        omega = 2 * Math::PI * crossover
        POSITION_GAINS
          .lazy
          .map { |share| speed.with(position_gain: share * omega) }
          .find { |gains| [@mechanism, *variants].all? { |one| position_holds?(gains, one) } } ||
          speed.with(position_gain: POSITION_GAINS.last * omega)
      end

      def position_holds?(gains, mechanism)
        margins = Loops.new(gains, mechanism, @stage).position.margins
        margins.peak < POSITION_PEAK && margins.phase.to_f > POSITION_PHASE && margins.stable?
      end
    end
  end
end
