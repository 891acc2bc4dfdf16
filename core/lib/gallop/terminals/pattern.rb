# frozen_string_literal: true

module Gallop
  module Terminals
    # A number that several inputs give together, bit by bit. Contacts of one pattern never change at once: it counts
    # when it has stood for as long as they are debounced.
    class Pattern
      # @param setup [Setup] @param functions [Array<Symbol>] from the lowest bit on
      def initialize(setup, functions)
        @bits = functions.each_index.select { |n| setup.assigned?(functions[n]) }.map { |n| [functions[n], 1 << n] }
        @settles = setup.inputs.select { |input| functions.include?(input.function) }.map(&:debounce).max.to_f
        @number = @next = 0
        @same_for = 0.0
      end

      attr_reader :number

      # What was known goes on under new settings. @param before [Pattern]
      def carry_on(before) = @number = @next = before.number

      # @param inputs [Inputs] @return [Integer]
      def step(inputs, dt)
        seen = 0
        @bits.each { |function, bit| seen |= bit if inputs.on?(function) }
        @same_for = seen == @next ? @same_for + dt : 0.0
        @next = seen
        @number = seen if @same_for >= @settles
        @number
      end
    end
  end
end
