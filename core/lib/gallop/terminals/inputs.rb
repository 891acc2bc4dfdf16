# frozen_string_literal: true

module Gallop
  module Terminals
    # Digital inputs behind polarity and debouncing: a change counts once it has lasted.
    class Inputs
      # @param settings [Array<Setup::Input>]
      def initialize(settings)
        @settings = settings
        @on = Array.new(settings.size, false)
        @ages = Array.new(settings.size, 0.0)
        @changes = Array.new(settings.size, 0)
        @by_function = settings.each_index.group_by { |n| settings[n].function }
        look
      end

      # At power-up they are as they are. @param contacts [Array<Boolean>] closed
      def begin(contacts)
        @settings.each_with_index { |input, n| @on[n] = contacts[n] ^ input.reversed }
        look
      end

      # What was known goes on under new settings. @param before [Inputs]
      def carry_on(before, contacts)
        @settings.each_index { |n| @on[n] = before.at(n, contacts[n] ^ @settings[n].reversed) }
        @changes = before.changes
        look
      end

      def step(contacts, dt)
        n = 0
        while n < @settings.size
          debounce(n, contacts[n], dt)
          n += 1
        end
      end

      # @param function [Symbol] @return [Boolean] whether one of its inputs is on
      def on?(function) = @states.fetch(function, false)

      def assigned?(function) = @by_function.key?(function)

      # How often each went on or off. @return [Array<Integer>]
      attr_reader :changes

      # @return [Integer] a bit for each input
      attr_reader :bits

      # Whether an input is on. @param other [Boolean] of one that is not known
      def at(number, other) = number < @on.size ? @on[number] : other

      private

      # What follows from the inputs, looked up a thousand times a second, changes with them alone.
      def look
        @states = @by_function.transform_values { |mine| mine.any? { |n| @on[n] } }
        @bits = @on.each_with_index.sum { |on, n| on ? 1 << n : 0 }
      end

      def debounce(n, closed, dt)
        input = @settings[n]
        on = closed ^ input.reversed
        return @ages[n] = 0.0 if on == @on[n]
        @ages[n] += dt
        return if @ages[n] < input.debounce
        @on[n] = on
        @ages[n] = 0.0
        @changes[n] += 1
        look
      end
    end
  end
end
