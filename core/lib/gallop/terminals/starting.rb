# frozen_string_literal: true

module Gallop
  module Terminals
    # From contacts to a direction in which the motor shall run. By level a start that is given holds, also when power
    # returns, a fault is reset or the enable comes back; by edge it has to be given anew.
    class Starting
      # @param three_wires [Boolean] whether a start is a pulse that lasts until a stop @param by_level [Boolean]
      # @param both [Symbol] what both directions at once are: :none, :forward, :backward or :first
      def initialize(three_wires:, by_level:, both:)
        @three_wires = three_wires
        @by_level = by_level
        @both = both
        @forward = @backward = @blocked = false
        @direction = @first = 0
      end

      # @return [Integer] 1, 0 or -1
      attr_reader :direction

      # What is on at power-up is no edge.
      def begin(forward, backward)
        @forward = forward
        @backward = backward
        @direction = 0
      end

      # Somebody stopped it: what is on now counts no more until it was off.
      def block
        @blocked = true
        @direction = 0
      end

      def blocked? = @blocked

      # @param forward [Boolean], backward [Boolean] starts @param stop [Boolean] @param free [Boolean] whether the
      # motor may run
      def step(forward, backward, stop, free)
        fresh = (forward && !@forward) || (backward && !@backward)
        pulses = pulsed(forward, backward) if @three_wires
        @forward = forward
        @backward = backward
        @first = 0 unless forward || backward
        @blocked = false unless forward || backward
        return @direction = 0 if stop || !free || @blocked
        @direction = @three_wires ? pulses : held(fresh)
      end

      private

      # It lasts until a stop; the other direction takes over.
      def pulsed(forward, backward)
        forward &&= @by_level || !@forward
        backward &&= @by_level || !@backward
        forward || backward ? resolve(forward, backward) : @direction
      end

      # As long as a contact is closed.
      def held(fresh)
        return 0 unless @forward || @backward
        way = resolve(@forward, @backward)
        @by_level || fresh || !@direction.zero? ? way : 0
      end

      def resolve(forward, backward)
        return @first = (forward ? 1 : -1) unless forward && backward
        { forward: 1, backward: -1, first: @first, none: 0 }.fetch(@both)
      end
    end
  end
end
