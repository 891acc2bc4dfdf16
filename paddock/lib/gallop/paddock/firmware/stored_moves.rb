# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Carries out the stored moves that contacts trigger: one after the other, as they are chained, each with its
      # speed, its acceleration and its rest at the end. Whatever stops the motor ends them.
      class StoredMoves < Part
        def wake
          forget
        end

        def settings_changed
          @moves = Gallop::Terminals::Moves.of(Gallop::Terminals::Setup.new(drive.profile, drive.effective))
        end

        # @return [Integer] number of the one that is under way; zero: none
        attr_reader :number

        def figures = { "moves.in_force" => -> { @number } }

        def each_millisecond(dt)
          return forget unless drive.follows_path?
          trigger = drive.contacts.logic.moves
          take(trigger.begun) if trigger.begun && !goes_on?
          return if @number.zero?
          @stands = trigger.waits?
          drive.pathing.stand(@stands)
          rest(dt) if drive.pathing.arrived?
        end

        private

        def forget
          drive.pathing.stand(false) if @stands
          @number = 0
          @rest = nil
          @stands = false
        end

        # A trigger that comes back goes on with what it left.
        def goes_on? = @stands && @number.positive?

        def take(number)
          move = @moves[number - 1]
          @number = number
          @rest = nil
          drive.pathing.go(
            move.position,
            relative: move.relative,
            cruise: drive.of_target(move.speed),
            rate: drive.of_target(move.acceleration)
          )
        end

        def rest(dt)
          move = @moves[@number - 1]
          @rest = (@rest || move.dwell) - dt
          return if @rest.positive?
          move.following.zero? ? forget : take(move.following)
        end
      end
    end
  end
end
