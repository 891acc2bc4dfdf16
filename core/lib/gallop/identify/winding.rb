# frozen_string_literal: true

module Gallop
  module Identify
    # The winding and what measures its current, at standstill: a direct current in several directions, at two levels
    # each, tells resistance, phases and current sensors; a tone whose axis goes round tells the inductances.
    #
    #   found = Winding.new(instrument).measure
    #   found.figures[:resistance]   # => 1.62 Ω of a phase, with its cable
    #
    # A motor with brushes would turn by direct current: it gets a tone alone, which makes it hum.
    class Winding
      include Procedure

      SIGNALS = Tone::SIGNALS
      SHARE = 1.0 # of the rated current
      OF_MOST = { stepper: 0.55, default: 0.7 }.freeze # of what the drive may give
      LEVELS = [0.6, 0.8, 1.0].freeze # of it
      STRAIGHT = 0.06 # by which the resistance may differ from level to level
      TONE = 1000.0 # Hz
      HIGH_TONE = 2000.0 # Hz, of steppers, whose rotor would follow the other one
      BRUSHED_TONE = 640.0
      # s after each step; the second where the first was too short
      SETTLES = { induction: [0.6], default: [0.2, 0.7] }.freeze
      RIPPLES = 0.08 # of the resistance, that is not sure where all of the current ripples through zero
      BRUSHED_SHARE = 0.9 # of the rated current, that the tone swings
      TONE_SHARE = 0.2 # of the direct current on which a tone stands
      WIDE = 2000 # samples of a tone: whole periods
      ROUNDS = 8.0 # Hz of its axis
      ANGLES = { 3 => [0, 60, 120, 180, 240, 300], 2 => [0, 45, 90, 135, 180, 225, 270, 315] }.freeze # ° by phases
      SQRT3 = Math.sqrt(3)

      # Ω and H, of a phase, or between the two wires of a motor with brushes. @!attribute stage [Float, nil] V that the
      # stage takes of a phase, with the sign of its current: dead time and drops
      Found =
        Record.define(
          :reading,
          :resistance,
          :resistance_uncertainty,
          gain_ratio: nil,
          low: nil,
          high: nil,
          inductance_uncertainty: nil,
          stage: nil
        )
      Hold = Record.define(:angle, :level, :state, :v_alpha, :v_beta, :i_alpha, :i_beta)

      # What a winding may give off for ever. @!attribute loss [Float] W @!attribute rated_current [Float] A rms, as its
      # sheet has it
      Heat = Record.define(:loss, :rated_current)

      # @param instrument [Instrument] @param heat [Heat, nil]
      def initialize(instrument, heat: nil)
        @instrument = instrument
        @heat = heat
        @kind = instrument.profile.motor_kind
        @takes = []
      end

      # All that needs the drive. @raise [Undecided]
      def carry_out
        @current = [
          (brushed? ? BRUSHED_SHARE : SHARE) * Permitted.rated_current(@instrument),
          OF_MOST.fetch(@kind, OF_MOST[:default]) * Permitted.most_current(@instrument)
        ].min
        @assignment = @instrument.figure(Assignment::KEY)&.then { |code| Assignment.of(code.round) }
        @found = brushed? ? measure_armature : measure_patiently
      end

      # @return [Result]
      def result
        words = WindingFindings.new(@kind, @found, assignment: @assignment, heat: @heat)
        Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: words.estimates,
          take: drawn,
          figures: @found.to_h.slice(:resistance, :low, :high, :stage).compact
        )
      end

      private

      def brushed? = @kind == :brushed
      def phases = @kind == :stepper ? 2 : 3
      def angles = ANGLES.fetch(phases)

      # A rotor that swings after a step says nothing of the winding; it is given more time.
      def measure_patiently
        *short, last = SETTLES.fetch(@kind, SETTLES[:default])
        short.each do |settle|
          return measure_phases(settle)
        rescue Undecided
          next
        end
        measure_phases(last)
      end

      def measure_phases(settle)
        @settle = settle
        @takes.clear
        @holds = angles.each_with_index.flat_map { |angle, n| hold_at(angle, n / (angles.size + 3.0)) }
        channels = Channels.new(steps, phases: phases)
        refuse_bent if channels.reading.sound?
        found =
          Found.new(
            reading: channels.reading,
            gain_ratio: channels.gain_ratio,
            resistance: channels.resistance,
            resistance_uncertainty: channels.resistance * [channels.uncertainty, 0.005].max
          )
        channels.reading.sound? ? with_inductance(found.with(stage: stage_of(channels.resistance))) : found
      ensure
        @instrument.rest
      end

      # What stands on the motor beyond R i. In every sixth of a turn one phase is against two, and the vector of their
      # errors is 4/3 of one; two phases have it √2 times twice, where both carry current.
      def stage_of(resistance)
        beyond =
          @holds
            .select { |hold| phases == 3 || hold.angle % 90 == 45 }
            .map { |hold| along(hold, hold.v_alpha, hold.v_beta) - resistance * along(hold, hold.i_alpha, hold.i_beta) }
        [beyond.sum / beyond.size / (phases == 3 ? 4.0 / 3 : Math.sqrt(2)), 0.0].max
      end

      def along(hold, alpha, beta)
        angle = hold.angle * Math::PI / 180
        alpha * Math.cos(angle) + beta * Math.sin(angle)
      end

      # On a bias no phase changes its sign, and the dead time of the stage is always the same.
      def with_inductance(found)
        tone = @kind == :stepper ? HIGH_TONE : TONE
        @instrument.report(angles.size / (angles.size + 3.0), "A tone of #{(tone / 1000).round} kHz")
        bias_at = phases == 2 ? Math::PI / 4 : 0.0
        inductance =
          Inductance.new(
            Tone.new(@instrument).loud(
              TONE_SHARE * @current,
              tone,
              @current,
              length: WIDE,
              angle: bias_at,
              rounds: ROUNDS
            ),
            resistance: found.resistance
          )
        found.with(low: inductance.low, high: inductance.high, inductance_uncertainty: inductance.uncertainty)
      end

      # @return [Array<Hold>] at each level
      def hold_at(angle, share)
        @instrument.report(share, "Direct current at #{angle}°")
        LEVELS
          .map do |level|
            state =
              @instrument.inject(
                Pattern.new(form: :current, amplitude: level * @current, angle: angle * Math::PI / 180, duration: 4.0)
              )
            refuse_limited(angle) if state == :limited
            @instrument.pause(@settle)
            hold(angle, level, state, @instrument.record(SIGNALS, divider: divider, length: 256))
          end
          .tap { |holds| @instrument.rest if holds.any? { |one| one.state != :steady } }
      end

      # About half a millisecond between samples.
      def divider = [(0.0005 * @instrument.figure("trace.rate")).round, 1].max

      def hold(angle, level, state, take)
        @takes << take
        means = SIGNALS.first(4).map { |key| take[key].mean }
        Hold.new(
          angle: angle,
          level: level,
          state: state,
          i_alpha: means[0],
          i_beta: means[1],
          v_alpha: means[2],
          v_beta: means[3]
        )
      end

      def refuse_limited(angle)
        raise Undecided,
              "At #{angle}° the current went beyond what the drive may give before it was under control. A phase may " \
                "be shorted, or the rated current is entered too low. Measure the winding with a meter."
      end

      # From the lowest level to the highest, at each angle.
      def steps(from = 0, to = LEVELS.size - 1)
        @holds
          .each_slice(LEVELS.size)
          .map do |levels|
            low, high = levels.values_at(from, to)
            Channels::Step.new(
              v_alpha: high.v_alpha - low.v_alpha,
              v_beta: high.v_beta - low.v_beta,
              i_alpha: high.i_alpha - low.i_alpha,
              i_beta: high.i_beta - low.i_beta
            )
          end
      end

      # Where the current ripples through zero, the dead time of the stage looks like a resistance.
      def refuse_bent
        low, high = [[0, 1], [1, 2]].map { |pair| Channels.new(steps(*pair), phases: phases).resistance }
        return if (low / high - 1).abs < STRAIGHT
        raise Undecided,
              "The resistance is #{Kernel.format("%.3g Ω at less and %.3g Ω at more current", low, high)}: what the " \
                "stage itself takes hides it. Permit more current, and try again."
      end

      # Between both wires lie two of what α and β know as a phase.
      def measure_armature
        @instrument.report(0.2, "A tone of #{BRUSHED_TONE.round} Hz")
        tone = Tone.new(@instrument, most: 0.8)
        @takes = [tone.loud(@current * SQRT3 / 2, BRUSHED_TONE, 0.0, length: WIDE, angle: Math::PI / 2)]
        armature = Armature.new(@takes.first, frequency: BRUSHED_TONE)
        Found.new(
          reading: armature.reading,
          resistance: 2 * armature.resistance,
          resistance_uncertainty: 2 * armature.resistance * uncertainty_of(armature),
          low: 2 * armature.inductance,
          high: 2 * armature.inductance,
          inductance_uncertainty: 2 * armature.inductance * [armature.left_over, 0.02].max
        )
      ensure
        @instrument.rest
      end

      # Share of its resistance
      def uncertainty_of(armature) = [armature.left_over, 0.01 + RIPPLES * armature.ripple, armature.sensitivity].max

      # The holds one after the other.
      def drawn
        columns = %w[current.u current.v].to_h { |key| [key, @takes.map { |take| take[key] }.reduce(:append)] }
        Instrument::Take.new(columns: columns, interval: @takes.first.interval)
      end
    end
  end
end
