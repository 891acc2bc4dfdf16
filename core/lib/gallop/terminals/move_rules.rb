# frozen_string_literal: true

module Gallop
  module Terminals
    # What stands against what where contacts choose stored moves. Of Rules.
    module MoveRules
      private

      def move_inputs = @setup.numbers_of(*Moves::CHOICE, :move_trigger)
      def move_words = @move_words ||= MoveWords.new(@profile, @setup)

      def moves_untriggered
        chosen = @setup.numbers_of(*Moves::CHOICE)
        return if chosen.empty? || @setup.assigned?(:move_trigger)
        caution(
          "moves_untriggered",
          "#{named(chosen)} #{chosen.size > 1 ? "choose" : "chooses"} a move, and no input triggers it",
          because: "A move begins with the trigger.",
          so: "Give the trigger to an input.",
          values: keys(chosen, "function")
        )
      end

      def moves_unheard
        return if move_inputs.empty? || (@setup.positions? && @setup.by_contacts?)
        mode = @setup.positions?
        lacking = mode ? "the terminals do not command" : "the drive does not go to places"
        note(
          "moves_unheard",
          "#{named(move_inputs)}: for stored moves, and #{lacking}",
          because: "Moves are triggered while terminals are the command source, in the mode profile position.",
          so: mode ? "Choose terminals as the command source." : "Choose profile position as the mode of operation.",
          values: [mode ? "network.command_source" : "control.mode", *keys(move_inputs, "function")]
        )
      end

      def moves_endless
        return unless move_words.triggers?
        moves = Moves.of(@setup)
        move_words.reachable.filter_map do |from|
          chain = Moves.chain(moves, from)
          next if chain.uniq.size == chain.size
          caution(
            "moves_endless",
            "Move #{from} never ends: #{chain.join(", ")} and so on",
            because: "A move that follows one of those before it begins them anew, until a stop.",
            so: "End the chain with none, or stop it by a contact.",
            values: chain.uniq.map { |number| "moves.next_#{number}" }
          )
        end
      end

      def moves_beyond
        return unless move_words.triggers?
        low, high = %w[low high].map { |end_of| @setup.figure("position.limit_#{end_of}") }
        return if low > high
        places = Moves.of(@setup).reject { |move| move.relative || move.position.between?(low, high) }
        (move_words.within_reach & places.map(&:number)).map do |number|
          caution(
            "moves_beyond",
            "Move #{number} goes beyond the travel",
            because: "It ends at the software travel limit.",
            so: "Change its position, or the limits.",
            values: ["moves.position_#{number}"]
          )
        end
      end
    end
  end
end
