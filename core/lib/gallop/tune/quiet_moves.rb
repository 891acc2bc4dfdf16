# frozen_string_literal: true

module Gallop
  module Tune
    # The motor moves as it is set, and once more with the swing of its load taken out of the move; how much the load
    # still swings when the motor has arrived is told from torque and speed of the motor, and held against what was
    # rehearsed. No gain is touched; what takes the swing out is lent for the second move, and proposed.
    #
    #   found = QuietMoves.new(instrument, values, room: 2.0, mechanism:, stage:).measure
    #   found.estimates.map(&:key)   # => ["ramps.swing_frequency", "ramps.swing_damping"]
    class QuietMoves
      include Identify::Procedure

      KEYS = %w[ramps.swing_frequency ramps.swing_damping].freeze
      SWINGS = 8 # that are looked at after a move
      FADES = 4.0 # powers of e, after which a swing is no more
      LONGEST_FADING = 20.0 # s

      SURE = 0.5 # of what is seen after a move, that the swing has to explain

      # How the load swings when the motor has arrived. @!attribute amplitude [Float] rad to each side, or what friction
      # may hide of it @!attribute seen [Boolean] whether it could be told
      Rest = Record.define(:amplitude, :seen)

      # @param instrument [Identify::Instrument] @param values [Hash{String => Object}] raw, as the drive has them
      # @param room [Float] turns, or pole pair pitches @param gains [Gains], mechanism [Mechanism], stage [Stage]
      def initialize(instrument, values, room:, gains:, mechanism:, stage:)
        @instrument = instrument
        @values = values
        @room = room
        @gains = gains
        @mechanism = mechanism
        @set = stage
      end

      # All that moves. @raise [Identify::Undecided]
      def carry_out
        refuse_rigid
        refuse_fast
        @moves =
          [quiet.bare, quiet.stage].map.with_index do |stage, n|
            move = move_of(stage, PartOf.new(@instrument, 0.5 * n, 0.5), still: n.zero? ? 0.0 : fading)
            @instrument.lend(settings(stage.bend)) { @instrument.driving { move.carry_out } }
            move
          end
      end

      # @return [Identify::Result]
      def result
        words = QuietWords.new(self)
        Identify::Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: words.calmer? ? estimates : [],
          take: @moves.last.take,
          chart: words.chart,
          figures: {
            frequency: quiet.swing.frequency,
            damping: quiet.swing.damping,
            before: (before.amplitude if before.seen),
            after: (after.amplitude if after.seen),
            before_rehearsed: before_rehearsed,
            after_rehearsed: after_rehearsed
          }
        )
      end

      attr_reader :moves, :mechanism

      def quiet = @quiet ||= Quiet.new(@gains, @mechanism, @set)
      def shaft = @shaft ||= Identify::Permitted.shaft(@instrument)

      # @return [Rest]
      def before = @before ||= rest_of(@moves.first)
      def after = @after ||= rest_of(@moves.last)

      # rad to each side
      def before_rehearsed = @before_rehearsed ||= foreseen(@moves.first)
      def after_rehearsed = @after_rehearsed ||= foreseen(@moves.last)

      # With a swing that is up to 10 % off. @return [Float] rad
      def after_off
        @after_off ||=
          [1 - Quiet::OFF, 1 + Quiet::OFF].map { |off| @mechanism.varied(stiffer: off**2) }
            .map { |other| swing_after(@moves.last, @moves.last.rehearse(mechanism: other), other) }
            .max
      end

      # rad around the goal, within which a move has arrived for the drive
      def window
        counts = @instrument.figure("feedback.counts_per_turn")
        @window ||= 2 * Math::PI * @instrument.figure("position.window") / counts
      end

      # rad that a load may swing by without moving a motor that friction holds
      def hidden = Quiet.of_spring(Complex(@mechanism.coulomb), quiet.swing, @mechanism)

      # What acts in the spring, over the time after a move. @return [Array<Float>] N·m
      def spring_of(move)
        torque, speed = move.at_rest
        mean = mean_of(move.take.interval)
        smooth = ->(column) { StepFigures.smooth(column.to_a, move.take.interval, mean) }
        speeds = smooth.(speed)
        torques = smooth.(torque)
        rates = (1...(speeds.size - 1)).map { |n| (speeds[n + 1] - speeds[n - 1]) / (2 * move.take.interval) }
        torques[1...-1].zip(rates).map { |one, rate| one - @mechanism.inertia * rate }
      end

      private

      def refuse_rigid
        return if @mechanism.two?
        raise Identify::Undecided,
              "By what was measured nothing swings: it is one mass. Run Frequency response at the stage Identify " \
                "first, where something does."
      end

      def refuse_fast
        return if quiet.possible?
        raise Identify::Undecided,
              "The load swings at #{Quantities.format(quiet.swing.frequency, "Hz", 0)}: more than " \
                "#{Quantities.format(Quiet::HIGHEST, "Hz", 0)} a drive does not take out, and such a swing is over " \
                "before a move is."
      end

      # s in which what still swings of one move comes to rest, so that the next begins without it
      def fading
        free = 0.5 * @mechanism.damping / @mechanism.load_inertia # s⁻¹
        free * LONGEST_FADING > FADES ? FADES / free : LONGEST_FADING
      end

      def move_of(stage, instrument, still:)
        Move.new(
          instrument,
          still: still,
          room: @room,
          gains: @gains,
          mechanism: @mechanism,
          stage: stage,
          rest: [SWINGS / quiet.swing.frequency, Move::REST].max
        )
      end

      # @param bend [Bend] @return [Hash{String => Object}] raw, what differs from what the drive has
      def settings(bend)
        KEYS
          .zip([bend.swing, 100 * bend.damping])
          .to_h { |key, figure| [key, @instrument.profile.fetch(key).raw(figure)] }
          .reject { |key, raw| @values[key] == raw }
      end

      def estimates
        KEYS
          .zip([quiet.stage.bend.swing, 100 * quiet.stage.bend.damping])
          .map { |key, figure| Identify::Estimate.new(key: key, figure: figure, uncertainty: 0.0) }
      end

      # Samples are means of an eighth of a swing: that takes 2.5 % of it, from torque and speed alike.
      def mean_of(interval) = [0.125 / quiet.swing.frequency, 3 * interval].max

      # Where friction holds the motor, its torque tells the integral of the loop, and nothing of the load.
      # @return [Rest]
      def rest_of(move)
        spring = Numo::DFloat.cast(spring_of(move))
        swing = [move.take.interval, quiet.swing.frequency, quiet.swing.damping]
        left = Swing.rest(spring, *swing) / ((spring - spring.mean)**2).sum
        found = Swing.of(spring, *swing)
        amplitude = Quiet.of_spring(found.vector, found, @mechanism)
        return Rest.new(amplitude: amplitude, seen: true) if left < 1 - SURE
        Rest.new(amplitude: [amplitude, hidden].max, seen: false)
      end

      def foreseen(move) = swing_after(move, move.rehearsed, @mechanism)

      # rad to each side @param run [Rehearsal::Run]
      def swing_after(move, run, mechanism)
        from = (move.lasts / run.interval).ceil
        twist = Numo::DFloat.cast(run.twist[from..])
        frequency = quiet.swing.frequency * mechanism.antiresonance / @mechanism.antiresonance
        Quiet.of_load(Swing.of(twist, run.interval, frequency, quiet.swing.damping), mechanism)
      end
    end
  end
end
