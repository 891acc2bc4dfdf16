# frozen_string_literal: true

module Gallop
  module Terminals
    # Stored moves that contacts choose and trigger, of a drive that goes to places. The pattern of up to three inputs
    # says which; the trigger counts by one of its edges, by both, or moves the motor for as long as it is on.
    #
    #   moves.step(inputs, switched_on, 0.001)
    #   moves.begun     # => 3, just now; nil otherwise
    #   moves.waits?    # a move that is under way stands as long as the trigger is off
    class Moves
      CHOICE = %i[move_bit_1 move_bit_2 move_bit_3].freeze
      TRIGGERS = %i[rising falling either while_on].freeze # by the code of terminals.move_trigger
      TO_A_PLACE = 0 # of moves.kind_N
      PROFILE_POSITION = 1 # of control.mode
      COUNT = 8

      # A stored move. @!attribute number [Integer] @!attribute relative [Boolean] whether its position is a distance
      # @!attribute position, speed, acceleration [Float] in the drive's units @!attribute dwell [Float] s @!attribute
      # following [Integer] the move that comes then; none is zero
      Move = Record.define(:number, :relative, :position, :speed, :acceleration, :dwell, :following)

      # @param setup [Setup] @return [Array<Move>] none where the family has none
      def self.of(setup)
        return [] unless setup.moves?
        (1..COUNT).map do |n|
          Move.new(
            number: n,
            relative: setup.raw("moves.kind_#{n}") != TO_A_PLACE,
            position: setup.figure("moves.position_#{n}"),
            speed: setup.figure("moves.speed_#{n}"),
            acceleration: setup.figure("moves.acceleration_#{n}"),
            dwell: setup.figure("moves.dwell_#{n}") / 1000,
            following: setup.raw("moves.next_#{n}")
          )
        end
      end

      # Those that follow one another from one on; one that comes back ends with the move that it comes back to.
      # @param moves [Array<Move>] @param from [Integer] @return [Array<Integer>]
      def self.chain(moves, from)
        seen = []
        number = from
        until number.zero?
          return *seen, number if seen.include?(number)
          seen.push(number)
          number = moves[number - 1].following
        end
        seen
      end

      # @param setup [Setup]
      def initialize(setup)
        @pattern = Pattern.new(setup, CHOICE)
        @trigger = TRIGGERS.fetch(setup.raw("terminals.move_trigger"), :rising)
        @used = setup.moves? && setup.assigned?(:move_trigger)
        @on = false
      end

      attr_reader :begun

      def waits? = @trigger == :while_on && !@on

      # At power-up, and under new settings: no trigger that is on already moves anything.
      def begin(inputs)
        @on = inputs.on?(:move_trigger)
        @begun = nil
      end

      # @param before [Moves]
      def carry_on(before, inputs)
        @pattern.carry_on(before.pattern)
        self.begin(inputs)
      end

      # @param inputs [Inputs] @param enabled [Boolean] whether the motor is switched on, and may be moved from here
      def step(inputs, enabled, dt)
        return unless @used
        @pattern.step(inputs, dt)
        now = inputs.on?(:move_trigger)
        @begun = enabled && fires?(now) ? @pattern.number + 1 : nil
        @on = now
      end

      protected

      attr_reader :pattern

      private

      def fires?(now)
        return false if now == @on
        case @trigger
        when :falling
          !now
        when :either
          true
        else
          now
        end
      end
    end
  end
end
