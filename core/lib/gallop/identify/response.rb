# frozen_string_literal: true

module Gallop
  module Identify
    # How the mechanics answer to torque at each frequency, while the motor turns slowly one way and back, so that
    # friction stays what it is: a signal of many tones is added behind the speed loop, and what the shaft does is held
    # against the torque that really flowed. What belongs together is told by the signal that was added: the loops,
    # which run all the time, and noise have no part in it.
    #
    #   found = Response.new(instrument, room: 5.0).measure
    #   found.figures[:resonance]   # => 240.1 Hz
    class Response
      include Procedure

      BANDS = [[4.0, 90.0], [95.0, 1600.0]].freeze # Hz, one after the other, so that each has the whole torque
      PERIOD = 1.024 # s
      SAMPLES = 8192
      RATE = 8000.0 # Hz
      TRIAL = 1.0 # of the speed, in a pass that shows how much torque is enough
      PASSES = [-1.0, 1.0, -0.85, 0.85].freeze # of the speed: what ripples with the shaft is told apart
      # With one for each band that shows how much is enough; a further band for what a resonance has starved.
      USUAL_PASSES = BANDS.size * (PASSES.size + 1)
      MOST_PASSES = USUAL_PASSES + PASSES.size + 1
      OF_TOP = 0.1 # of the highest speed
      QUICKEST = 12.0 # rad/s
      SLOWEST = 0.5
      LASTS = 3.6 # s of a pass, with ramps, a period to settle, one to be recorded, and words on their way
      LONGEST = 10.0 # s after which what is added ends by itself
      SETTLES = 0.4 # s after a ramp
      MOST_TORQUE = 0.9 # of the rated, as a peak: a third of it is the rms
      SLOWER = PASSES.map(&:abs).min
      SWING = 0.5 # of the speed, by which it may go up and down
      AT_ONCE = 20.0 # times the torque of the trial, at most
      SMOOTH = 64 # samples over which a speed is taken
      PEAK_OF_SPEED = 0.4 # rad/s for an amplitude of 1 N·m, a rotor of 1 kg·m², and a lowest tone of 1 rad/s
      EDGE = 1.1 # of the room
      SIGNALS = %w[excitation.value torque.actual feedback.count].freeze
      FEWEST_COUNTS = 1000 # in a turn

      # @param instrument [Instrument] @param room [Float] turns of the shaft, or pole pair pitches, that are free in
      # front of it
      def initialize(instrument, room:)
        @instrument = instrument
        @room = room
        @machine = SpinMachine.of(instrument)
      end

      # rad/s of the shaft that there is room for. @param instrument [Instrument] @param room [Float] turns
      def self.speed(instrument, room)
        [OF_TOP * Permitted.most_speed(instrument), QUICKEST, room * 2 * Math::PI / LASTS].min
      end

      # rad/s below which friction may hold the motor, or the device does not show how the speed goes up and down.
      def self.least_speed(instrument)
        step = 2 * Math::PI / instrument.figure("feedback.counts_per_turn") * RATE / SMOOTH
        [SLOWEST, step / (SWING * SLOWER)].max
      end

      # Turns, or pole pair pitches, without which nothing can be told.
      def self.least_room(instrument) = least_speed(instrument) * LASTS / (2 * Math::PI)

      # N·m of the shaft: as much as leaves the speed its sign, by the inertia that the drive knows of.
      # @param machine [SpinMachine] @param lowest [Float] Hz
      # @param share [Float] of the torque, that the envelope leaves
      def self.amplitude(machine, speed, lowest, share)
        inertia = machine.rotor_inertia + machine.load_inertia
        free = SWING * SLOWER * speed * inertia * 2 * Math::PI * lowest / PEAK_OF_SPEED
        [free, MOST_TORQUE * share * machine.rated_torque].min
      end

      # All that moves. @raise [Undecided]
      def carry_out
        refuse_coarse
        speed = self.class.speed(@instrument, @room)
        refuse_short(speed)
        Ready.new(@instrument).await
        @takes = BANDS.each_with_index.map { |band, n| takes_of(band, speed, n) }
        low = starved or return
        @tones = nil
        @takes << takes_of(low, speed, BANDS.size - 1)
      ensure
        @instrument.turn(0.0) if speed
      end

      # @return [Result] @raise [Undecided]
      def result
        fit = ResponseFit.new(tones)
        words = ResponseFindings.new(@machine, tones, fit)
        Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: [],
          take: @takes.first.first,
          chart: ResponseChart.new(@machine, tones, fit).chart,
          figures: figures(fit)
        )
      end

      # @param fit [ResponseFit] @return [Hash{Symbol => Object}] what it is sure of, and each tone
      def figures(fit) = { **fit.figures, tones: tones.map { |tone| told(tone) } }

      # By frequency, over all bands; of what came twice the surer. @return [Array<ResponseSpectra::Tone>]
      def tones
        @tones ||=
          @takes
            .flat_map { |takes| ResponseSpectra.new(takes, @machine).tones }
            .group_by(&:frequency)
            .map { |_, same| same.max_by(&:coherence) }
            .sort_by(&:frequency)
      end

      private

      # What rings takes all that the speed may go up and down by, and leaves nothing for the tones below it, where a
      # heavy load shows. @return [Array(Float, Float), nil] Hz of a band for these alone
      def starved
        fit = ResponseFit.new(tones, good: ROUGH)
        return if fit.found&.resonance.nil? || fit.whole?
        highest = BELOW * fit.found.resonance
        [BANDS.first.first, highest] if highest > FEWEST_OCTAVES * BANDS.first.first
      end

      ROUGH = 0.5 # rms of the share by which two masses may miss what was seen so far
      BELOW = 0.6 # of the resonance
      FEWEST_OCTAVES = 1.6 # factor
      private_constant :ROUGH, :BELOW, :FEWEST_OCTAVES

      # Hz, real and imaginary part in rad/s for a N·m of the shaft, coherence
      def told(tone) =
        [tone.frequency.round(3), tone.gain.real.round(6), tone.gain.imag.round(6), tone.coherence.round(4)]

      def refuse_coarse
        return if @machine.counts >= FEWEST_COUNTS
        raise Undecided,
              "#{Quantities.format(@machine.counts, "counts", 0)} in a #{@machine.shaft.word(:turn)} are too few to " \
                "see the shaft tremble. A device with more is needed."
      end

      def refuse_short(speed)
        least = self.class.least_speed(@instrument)
        return if speed >= least
        shaft = @machine.shaft
        raise Undecided,
              "At #{
                shaft.text(:fine_speed, speed)
              } the #{shaft.word(:thing)} is too slow: friction may hold it, or its " \
                "device does not show how it trembles; it takes #{
                  shaft.text(:fine_speed, least)
                }. Give it more room, or take a higher gait."
      end

      # @return [Array<Instrument::Take>] of the passes of a band
      def takes_of(band, speed, number)
        text = "#{band.map(&:round).join(" to ")} Hz"
        report(number, 0, "Forward, to see how much is enough: #{text}")
        amplitude = enough(speed, band)
        PASSES.each_with_index.map do |share, n|
          report(number, n + 1, "#{share.positive? ? "Forward" : "Backward"}, with all tones of #{text}")
          pass(share * speed, amplitude, band)
        end
      end

      def report(band, pass, text)
        passes = PASSES.size + 1
        @instrument.report((band * passes + pass) / (BANDS.size * passes).to_f, text)
      end

      # N·m of the shaft: as much as makes the speed go up and down by the share that it may, whatever hangs on it.
      def enough(speed, band)
        amplitude = self.class.amplitude(@machine, speed, band.first, envelope)
        take = pass(TRIAL * speed, amplitude, band)
        count = take["feedback.count"] * @machine.radians
        speeds = (count[SMOOTH..] - count[0...-SMOOTH]) / (SMOOTH * take.interval)
        swing = 0.5 * (speeds.max - speeds.min)
        more = SWING * SLOWER * speed / [swing, Float::MIN].max
        [amplitude * [more, AT_ONCE].min, MOST_TORQUE * envelope * @machine.rated_torque].min
      end

      def envelope = @envelope ||= @instrument.figure("envelope.torque")

      def excitation(amplitude, band)
        Excitation.new(
          amplitude: @machine.shaft.real(:torque, amplitude),
          lowest: band.first,
          highest: band.last,
          period: PERIOD,
          duration: LONGEST,
          way: @machine.shaft.real(:angle, EDGE * @room * 2 * Math::PI)
        )
      end

      # @return [Instrument::Take]
      def pass(speed, amplitude, band)
        @instrument.turn(speed)
        @instrument.pause(SETTLES + speed.abs / ramp)
        @instrument.excite(excitation(amplitude, band))
        @instrument.pause(PERIOD)
        refuse_ended
        take = record
        refuse_ended
        @instrument.excite(nil)
        take
      end

      def ramp =
        @ramp ||=
          @machine.shaft.reckoned(:acceleration, @instrument.figure("ramps.acceleration")) *
            @instrument.figure("envelope.acceleration")

      def record
        divider = (@instrument.figure("trace.rate") / RATE).round
        @instrument.record(SIGNALS, divider: divider, length: SAMPLES) { @instrument.pause(PERIOD) }
      end

      UNDER_WAY = 1 # of excitation.state
      EDGE_REACHED = 3
      private_constant :UNDER_WAY, :EDGE_REACHED

      def refuse_ended
        @instrument.refuse_fault
        case @instrument.figure("excitation.state").to_i
        when EDGE_REACHED
          raise Undecided, "It came to the edge of its room, and was stopped there. Give it more, or begin elsewhere."
        when UNDER_WAY
          nil
        else
          raise Undecided, "What was added ended before its time. Try again."
        end
      end
    end
  end
end
