# frozen_string_literal: true

module Gallop
  module Tune
    # What taking the swing of a load out of a move has brought, in words and as a drawing.
    class QuietWords
      include Findings
      include Identify::Told

      LESS = 3.0 # times, from which on it is worth it

      # @param moves [QuietMoves] that were carried out
      def initialize(moves)
        @moves = moves
      end

      def headline
        return "The load swings no less with its #{frequency} taken out." unless calmer?
        return "Its swing at #{frequency} is taken out; what is left, friction hides." unless told?
        "With its #{frequency} taken out the load swings #{times(factor)} times less."
      end

      def rows
        [
          ["The load swings at", "#{shown(swing.frequency, "Hz")}, damped by #{percent(swing.damping)}"],
          ["Taken out of the move", "#{frequency}, damped by #{percent(taken.damping)}"],
          ["After a move as it is set", swings(before, @moves.before_rehearsed)],
          ["After one with the swing taken out", swings(after, @moves.after_rehearsed)],
          ["The same, where its frequency is 10 % off", "rehearsed #{angle(@moves.after_off)}"],
          ["A move takes", lasting],
          ["Stands within #{angle(@moves.window)} of its goal", calm]
        ]
      end

      # By how much the load swings less, as it was seen.
      def factor = before.amplitude / after.amplitude

      # Whether both could be told.
      def told? = before.seen && after.seen

      # What is hidden by friction is no more than that.
      def calmer? = !after.seen || (before.seen && factor > LESS)

      def findings = @findings ||= Finding.in_order([hidden, unchanged, slower].compact)

      def chart
        Chart.new(
          id: "swing",
          title: "Torque of the load on the motor, after the move",
          x: Chart::Axis.new(label: "time", unit: "ms"),
          y: Chart::Axis.new(label: @moves.shaft.word(:torque), unit: @moves.shaft.unit(:torque)),
          curves: [curve("as it is set", 0, :weak), curve("with the swing taken out", 1, :main)]
        )
      end

      private

      def before = @moves.before
      def after = @moves.after
      def swing = @moves.quiet.swing
      def taken = @moves.quiet.taken_out
      def frequency = shown(taken.frequency, "Hz")
      def times(figure) = figure < 10 ? Quantities.format(figure, nil, 1) : figure.round.to_s

      # @param rest [QuietMoves::Rest]
      def swings(rest, rehearsed)
        seen = rest.seen ? "#{angle(rest.amplitude)} to each side" : "not to be seen"
        "#{seen}, rehearsed #{angle(rehearsed)}"
      end

      def angle(figure)
        told, unit, = @moves.shaft.told(:fine_angle, figure)
        shown(told, unit)
      end

      def lasting
        one, other = @moves.moves.map { |move| shown(move.lasts, "s") }
        "#{one} as it is set, #{other} with it"
      end

      # s that a move ends earlier, calm. @return [Float]
      def gained = calm_times.reduce(:-)

      # s from the beginning of a move on, as it is set and with the swing taken out
      def calm_times
        @calm_times ||=
          [
            before.seen ? before.amplitude : @moves.before_rehearsed,
            after.seen ? after.amplitude : @moves.after_rehearsed
          ].zip(@moves.moves).map { |amplitude, move| move.lasts + calm_after(amplitude) }
      end

      def calm
        one, other = calm_times
        "after #{shown(one, "s")} as it is set, #{shown(other, "s")} with it: " \
          "#{shown(gained.abs, "s")} #{gained.negative? ? "lost" : "gained"} a move"
      end

      def calm_after(amplitude) = swing.with(cosine: amplitude, sine: 0.0).calm_after(@moves.window)

      def curve(name, number, role)
        move = @moves.moves[number]
        Drawn.curve(name, @moves.spring_of(move), move.take.interval, @moves.shaft, kind: :torque, role: role)
      end

      def hidden
        return if told?
        note(
          "hidden",
          "Friction holds the motor #{before.seen ? "after the gentle move" : "while the load may still swing"}",
          because: "What is less than the friction of the motor, #{friction}, cannot be told from its torque.",
          so: "Look at the load itself."
        )
      end

      def friction = angle(@moves.hidden)

      def slower
        return unless calmer? && gained.negative?
        note(
          "slower",
          "A move is calm #{shown(-gained, "s")} later than before",
          because: "The loops damp the swing by themselves, sooner than a period of it is over.",
          so: "Take it where the load must not swing at all, and leave it where time counts.",
          values: QuietMoves::KEYS
        )
      end

      def unchanged
        return if calmer?
        caution(
          "unchanged",
          "The load swings as much as before",
          because: "It swings at another frequency than #{frequency}, or something else shakes it.",
          so: "Repeat Frequency response at the stage Identify; look whether the machine itself swings on its feet.",
          values: QuietMoves::KEYS
        )
      end
    end
  end
end
