# frozen_string_literal: true

module Gallop
  module Terminals
    # The keys of a drive: run, stop, turn round, more and less, and local, by which the keys take command and speed
    # from whoever has them. That changes at rest alone, and starts nothing: what is to run is told by the run key
    # anew. The stop key stops whatever runs.
    class Keypad
      KEYS = %i[local run stop turn more less].freeze
      BITS = KEYS.each_with_index.to_h { |key, n| [key, 1 << n] }.freeze
      STEP = 0.01 # of the full speed, of a push at more or less

      # @param full_speed [Float] in the drive's unit
      def initialize(full_speed)
        @full_speed = full_speed
        @speed = 0.0
        @pressed = @run = 0
        @way = 1
        @local = false
      end

      # In the drive's unit of speed, never negative.
      attr_reader :speed

      # In which direction it shall run: 1, 0 or -1.
      attr_reader :run
      attr_reader :way

      def local? = @local

      # Whether the stop key is held down.
      def stops? = pressed?(:stop)

      # Nothing runs any more until it is told anew.
      def block = @run = 0

      # What was known goes on under new settings; what runs, only where starting is as before.
      # @param before [Keypad] @param runs [Boolean]
      def carry_on(before, runs:)
        @speed = [before.speed, @full_speed].min
        @way = before.way
        @local = before.local?
        @pressed = before.pressed
        @run = before.run if runs
      end

      # @param pressed [Integer] bits of the keys that are down @param leads [Boolean] whether the keys command without
      # being local @param rests [Boolean] whether the power stage is off @param free [Boolean] whether the motor may
      # run
      def step(pressed, leads:, rests:, free:)
        pushed = pressed & ~@pressed
        @pressed = pressed
        @local = !@local if rests && pushed & BITS[:local] != 0
        @way = -@way if rests && pushed & BITS[:turn] != 0
        change_speed(pushed)
        return @run = 0 if stops? || !free || !(leads || @local)
        @run = @way if pushed & BITS[:run] != 0
      end

      protected

      attr_reader :pressed

      private

      def pressed?(key) = @pressed & BITS[key] != 0

      def change_speed(pushed)
        @speed = [@speed + STEP * @full_speed, @full_speed].min if pushed & BITS[:more] != 0
        @speed = [@speed - STEP * @full_speed, 0.0].max if pushed & BITS[:less] != 0
      end
    end
  end
end
