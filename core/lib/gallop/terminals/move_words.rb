# frozen_string_literal: true

module Gallop
  module Terminals
    # What stored moves do, in sentences.
    class MoveWords
      TAKES = {
        rising: "The edge to on of %s begins",
        falling: "The edge to off of %s begins",
        either: "Each edge of %s begins",
        while_on: "As long as %s is on, the motor goes on with"
      }.freeze

      # @param profile [Objects::Profile] @param setup [Setup]
      def initialize(profile, setup)
        @profile = profile
        @setup = setup
        @moves = Moves.of(setup)
      end

      # What the contacts do, where they trigger moves. @return [Array<String>]
      def all
        return [] unless triggers?
        [trigger, *reachable.map { |number| "Move #{number}: #{of(number)}." }]
      end

      # @param number [Integer] @return [String] as in "to 131 072 counts at 300 rpm, then move 2"
      def of(number)
        move = @moves[number - 1]
        [
          "#{move.relative ? "by" : "to"} #{show("position", move.position)} at #{show("speed", move.speed)}",
          (following(move) if move.following.positive?)
        ].compact.join(", ")
      end

      # Moves that the wired bits can choose. @return [Array<Integer>]
      def reachable
        bits = Moves::CHOICE.each_index.select { |n| @setup.assigned?(Moves::CHOICE[n]) }
        (0...Moves::COUNT).select { |code| (code & ~bits.sum { |n| 1 << n }).zero? }.map(&:succ)
      end

      # With what follows them; none where no contact triggers any. @return [Array<Integer>]
      def within_reach
        return [] unless @setup.moves? && @setup.assigned?(:move_trigger)
        reachable.flat_map { |from| Moves.chain(@moves, from) }.uniq.sort
      end

      # Whether a contact moves the motor so.
      def triggers? = @setup.positions? && @setup.by_contacts? && @setup.assigned?(:move_trigger)

      private

      def trigger
        what = reachable.size == 1 ? "move 1" : "the move that #{named(*Moves::CHOICE)} #{chooses}"
        kind = Moves::TRIGGERS.fetch(@setup.raw("terminals.move_trigger"), :rising)
        "#{format(TAKES.fetch(kind), named(:move_trigger))} #{what}, while the motor is switched on."
      end

      def chooses = reachable.size == 2 ? "chooses" : "choose"

      def following(move)
        rest = " after #{Quantities.format(move.dwell, "s", 2)}" if move.dwell.positive?
        "then#{rest} move #{move.following}"
      end

      def named(*functions) = Words.named(@setup.numbers_of(*functions))

      def show(what, figure) = Quantities.format(figure, @profile.fetch("moves.#{what}_1").unit, 0)
    end
  end
end
