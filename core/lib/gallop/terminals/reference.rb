# frozen_string_literal: true

module Gallop
  module Terminals
    # The speed that is asked for, out of one of several sources or the sum of two. Presets come first: a pattern that
    # is not zero holds whatever the source. While the network commands, and gives the target, nothing else counts.
    class Reference
      # @param setup [Setup] @param signals [Array<Signal>] @param inputs [Inputs] @param keypad [Keypad]
      def initialize(setup, signals, inputs, keypad)
        @keypad = keypad
        @signals = signals
        @inputs = inputs
        @sources = setup.sources
        @process = Process.new(Process.setting(setup)) if setup.by_process?
        @measures = signals.index { |signal| signal.analog.function == :process }
        @leads = setup.leads?
        @sum = setup.sum?
        @full = setup.full_speed
        @fixed = setup.fixed
        @presets = setup.presets
        @chosen = Pattern.new(setup, PRESETS)
        @rate = setup.potentiometer_time.positive? ? @full / setup.potentiometer_time : Float::INFINITY
        @keeps = setup.potentiometer_keeps?
        @network = @team = @speed = @wound = 0.0
        @pattern = 0
      end

      # In the drive's unit of speed, signed.
      attr_reader :speed

      # The row of the presets that is in force; none is zero.
      attr_reader :pattern

      # @return [Symbol] of SOURCES, or :presets
      def in_force = @pattern.positive? ? :presets : @sources[second? ? 1 : 0]

      # What a motorised potentiometer stands at.
      attr_reader :wound

      # Whether the process needs no motor just now.
      def asleep? = in_force == :process && @process.asleep?

      # What was known goes on under new settings. @param before [Reference]
      def carry_on(before)
        @process.carry_on(before.process) if @process && before.process
        @wound = before.wound
        @chosen.carry_on(before.chosen)
        @pattern = before.pattern
      end

      # @param network [Float] the target that was written @param running [Boolean] whether a start is given
      # @param team [Float] what the first of a team asks for
      def step(network, running, dt, team: 0.0)
        @network = network
        @team = team
        return @speed = network unless @leads
        @pattern = @chosen.step(@inputs, dt)
        wind(running, dt)
        @process&.step(@measures ? @signals[@measures].figure : 0.0, running && in_force != :presets, dt)
        @speed = @pattern.positive? ? @presets[@pattern] : by_source + trim
      end

      protected

      attr_reader :process, :chosen

      private

      def second? = !@sum && @inputs.on?(:changeover)

      # Raised and lowered as long as a contact is closed; one that does not remember begins at zero with each start.
      def wind(running, dt)
        @wound = 0.0 unless running || @keeps
        way = (@inputs.on?(:raise) ? 1 : 0) - (@inputs.on?(:lower) ? 1 : 0)
        @wound = (@wound + way * @rate * dt).clamp(0.0, @full) if way.nonzero? && (running || @keeps)
      end

      def by_source
        return of(@sources[0]) + of(@sources[1]) if @sum
        of(@sources[second? ? 1 : 0])
      end

      def of(source)
        case source
        when :network
          @network
        when :analog_1
          share(0)
        when :analog_2
          share(1)
        when :fixed
          @fixed
        when :potentiometer
          @wound
        when :process
          @process.speed
        when :keys
          @keypad.speed
        when :team
          @team
        else
          0.0
        end
      end

      def share(n) = @signals[n] ? @signals[n].figure / 100 * @full : 0.0

      def trim
        n = @signals.index { |signal| signal.analog.function == :trim }
        n ? share(n) : 0.0
      end
    end
  end
end
