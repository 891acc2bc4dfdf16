# frozen_string_literal: true

module Gallop
  module Tune
    # Loops tuned by the drive itself: what hangs on the motor is measured by its frequency response, three designs are
    # made for it, and the one that was chosen is tried. Where the mechanism does not do with it what was rehearsed, or
    # the tones that were seen leave it less margin than it needs, a quieter one is taken. The drive's own gains are
    # back at the end, whatever happens: what was found is proposed.
    #
    #   found = Automatic.new(instrument, values, room: 5.0, share: 0.55).measure
    #   found.estimates.map(&:key)   # => ["speed_loop.gain", "speed_loop.integral_time", …]
    class Automatic
      include Identify::Procedure

      # What takes over from one share to the next quieter one.
      QUIETER = 0.3
      MOST_TRIES = 4
      AGREES = 0.2 # of the step, that rehearsal and measurement may differ by
      OVER = 0.45 # of the step
      SWING = 0.12 # of the torque that there is, rms, once it has settled
      BELOW = 0.6 # of the lowest tone, down to which a model is believed
      ROUGH = 0.3 # rms of the share by which a model may miss the tones
      LEAST_PHASE = 40.0 # ° with the tones that were seen
      HIGHEST_PEAK = 2.0

      # One that was tried. @!attribute share [Float] @!attribute point [Design::Point] @!attribute step [Step, nil]
      # @!attribute objection [String, nil] why it was not taken
      Try = Record.define(:share, :point, :step, :objection)

      # @param instrument [Identify::Instrument] @param values [Hash{String => Object}] raw, as the drive has them
      # @param room [Float] turns, or pole pair pitches, that are free in front of it
      # @param share [Float] 0 quiet, 1 quick @param held [Hash] coulomb, viscous and gravity, as far as they are known
      # @param gait [Gait, nil] as Stage
      def initialize(instrument, values, room:, share:, held: {}, gait: nil)
        @instrument = instrument
        @profile = instrument.profile
        @values = values
        @room = room
        @share = share
        @held = held
        @gait = gait
      end

      # All that moves. @raise [Identify::Undecided]
      def carry_out
        @response = Identify::Response.new(part(0.0, 0.6), room: @room)
        @instrument.lend(settings(Soft.of(gains))) { @instrument.driving { @response.carry_out } }
        refuse_unknown
        refuse_hopeless
        try_before
        @tries = []
        share = @share
        while @tries.size < MOST_TRIES
          @tries << try(share, @tries.size)
          break if taken || share.zero?
          share = share <= QUIETER ? 0.0 : share - QUIETER
        end
      end

      # @return [Identify::Result] @raise [Identify::Undecided]
      def result
        words = AutomaticWords.new(self)
        Identify::Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: taken ? estimates : [],
          take: (@tries.last.step || @before)&.takes&.first,
          chart: words.chart,
          figures: {
            **@response.figures(fit),
            inertia: mechanism.whole,
            resonance: mechanism.resonance,
            antiresonance: mechanism.antiresonance,
            damping: (fit.found.damping unless many?),
            many: (1.0 if many?),
            crossover: taken&.point&.crossover,
            phase_margin: taken && margins(taken.point.gains).phase,
            peak: taken && margins(taken.point.gains).peak,
            settling: taken&.step&.measured_figures&.settling
          }
        )
      end

      # @return [Step, nil] nil where the drive's own gains did not hold the mechanism
      attr_reader :before
      attr_reader :tries, :share, :room

      # @return [Try, nil]
      def taken = @tries.find { |one| one.objection.nil? }

      def shaft = @shaft ||= Identify::Permitted.shaft(@instrument)
      def stage = @stage ||= Stage.of(@profile, @values, gait: @gait)
      def gains = @gains ||= Gains.of(@profile, @values)

      # As the frequency response shows it, where that is one mass or two; else the one mass that it is from afar.
      def mechanism
        return @mechanism ||= Mechanism.new(inertia: sampled.whole, **@held) if many?
        @mechanism ||=
          Mechanism.found(
            inertia: fit.found.inertia,
            resonance: fit.found.resonance,
            antiresonance: (antiresonance if fit.found.resonance),
            share: fit.found.damping,
            **@held
          )
      end

      def design
        @design ||=
          Design.new(gains, plant, stage, count: 2 * Math::PI / @instrument.figure("feedback.counts_per_turn"))
      end

      # What the loops are designed for. @return [Mechanism, Sampled]
      def plant = many? ? sampled : mechanism

      # Whether it is neither one mass nor two, and yet known by its tones.
      def many? = @many ||= !whole? && sampled.known?

      # With the mechanism as it was fitted, or seen. @return [Margins]
      def margins(gains) = Loops.new(gains, plant, stage).speed.margins

      private

      # @return [Array<Array>] as Measured and Sampled take them
      def told_tones = @response.tones.map { |tone| [tone.frequency, tone.gain.real, tone.gain.imag, tone.coherence] }
      def sampled = @sampled ||= Sampled.of(told_tones)

      # Play makes a spring that no two masses quite have: what is designed is held against the tones themselves.
      def fit = @fit ||= Identify::ResponseFit.new(@response.tones, good: ROUGH)

      # Whether all of it was seen, from low enough on.
      def whole?
        return false if fit.found.nil?
        lowest = fit.tones.first.frequency
        fit.found.resonance ? antiresonance > BELOW * lowest : lowest < Identify::ResponseFit::LOW
      end

      # Hz, by the model alone: it may lie a little below what was seen for sure.
      def antiresonance = 1 / Math.sqrt(fit.found.top[2]) / (2 * Math::PI)

      # With the drive's own gains, where they hold this mechanism at all.
      def try_before
        return unless margins(gains).stable?
        before = step(gains, part(0.6, 0.1))
        @instrument.driving { before.carry_out }
        @before = before
        @mechanism = mechanism.with(**before.held) if @held.empty?
      end

      def settings(gains) = Settings.new(@profile, @values).of(gains)

      # What reports a share of the whole.
      def part(from, width) = PartOf.new(@instrument, from, width)

      def refuse_unknown
        return if whole? || many?
        raise Identify::Undecided,
              "What hangs on the motor could not be told from its frequency response: #{why_unknown} Nothing was " \
                "changed. Design by the figures of Mechanics instead, above, or give it more room and a higher gait."
      end

      def why_unknown
        return "too few of its tones were sure." unless fit.possible?
        fit.found ? "it was not seen from low enough on." : "it is neither one mass nor two."
      end

      def refuse_hopeless
        return if design.possible?
        raise Identify::Undecided,
              "No gain keeps its margins with this mechanism: it swings at " \
                "#{Quantities.format(plant.resonance.to_f, "Hz", 0)}, too low and too little damped. Nothing was " \
                "changed."
      end

      def step(gains, instrument)
        Step.new(instrument, room: @room, gains: gains, mechanism: mechanism, stage: stage)
      end

      # @return [Try]
      def try(share, number)
        point = design.at(share)
        step = step(point.gains, part(0.7 + 0.075 * number, 0.075))
        objection = by_tones(point.gains)
        return Try.new(share: share, point: point, step: nil, objection: objection) if objection
        @instrument.lend(settings(point.gains)) { @instrument.driving { step.carry_out } }
        Try.new(share: share, point: point, step: step, objection: by_step(step))
      end

      # The margins that the tones themselves leave, sure ones alone.
      def by_tones(gains)
        seen = Measured.new(told_tones)
        return unless seen.any?
        margins = Loops.new(gains, seen, stage, frequencies: seen.frequencies).speed.margins
        if margins.peak > HIGHEST_PEAK
          return "the tones leave a sensitivity of #{Quantities.format(margins.peak, nil, 1)}"
        end
        return if margins.phase.nil? || margins.phase > LEAST_PHASE
        "the tones leave #{Quantities.format(margins.phase, "°", 0)} of phase"
      end

      # What the mechanism did with it.
      def by_step(step)
        figures = step.measured_figures
        return "the speed did not settle" if figures.settling.nil?
        return "it went #{(100 * figures.overshoot).round} % over" if figures.overshoot > OVER
        return "the torque swings when it has settled" if step.swing > SWING * stage.torque
        agreement = step.agreement
        "it differs by #{(100 * agreement).round} % from what was rehearsed" if agreement > AGREES
      end

      # What is proposed, in the units of the values.
      def estimates
        settings(taken.point.gains).map do |key, raw|
          Identify::Estimate.new(key: key, figure: @profile.fetch(key).figure(raw), uncertainty: 0.0)
        end
      end
    end
  end
end
