# frozen_string_literal: true

module Gallop
  module Terminals
    # The terminals of a drive over time: from contacts and signals to what is commanded.
    class Logic
      # @param setup [Setup]
      def initialize(setup)
        @setup = setup
        @inputs = Inputs.new(setup.inputs)
        @signals = setup.analogs.map { |analog| Signal.new(analog) }
        @starting = Starting.new(three_wires: setup.three_wires?, by_level: setup.by_level?, both: setup.both)
        @reference = Reference.new(setup, @signals, @inputs)
        @commands = setup.commands?
        @jog_speed = setup.jog_speed
        @stop_resets = setup.stop_resets?
        @jog = 0
        @jogged = @reset = @resets = @stopped = false
      end

      attr_reader :setup, :inputs, :signals

      # In which direction it shall run: 1, 0 or -1. Zero as well where somebody else commands.
      attr_reader :run

      # The speed that is asked for, in the drive's unit and signed; of a jog its own.
      attr_reader :speed

      # Whether it is a jog, with a ramp of its own.
      def jogs? = !@jog.zero?
      def second_ramps? = @inputs.on?(:second_ramps)
      def quick_stop? = @inputs.on?(:quick_stop)
      def external_fault? = @inputs.on?(:external_fault)
      def limit_low? = @inputs.on?(:limit_low)
      def limit_high? = @inputs.on?(:limit_high)
      def home? = @inputs.on?(:home)

      # Whether a fault shall be reset, just now.
      def reset? = @resets

      # Whether the enable is given, or no terminal is there for it.
      def enabled? = !@inputs.assigned?(:enable) || @inputs.on?(:enable)

      # @return [Symbol, nil] what a broken wire asks for: :warn or :fault
      def broken
        return if @signals.none?(&:broken?)
        reactions = @signals.select(&:broken?).map { |signal| signal.analog.on_break }
        return :fault if reactions.include?(:fault)
        :warn if reactions.intersect?(%i[warn keep])
      end

      # Where the speed comes from. @return [Symbol] of SOURCES
      def source = @reference.in_force
      def preset = @reference.pattern

      # Share of the torque limit by an analog signal; one where none is for it.
      def torque_share
        signal = @signals.find { |one| one.analog.function == :torque_limit } or return 1.0
        (signal.figure / 100).clamp(0.0, 1.0)
      end

      # What has been known goes on under new settings. @param before [Logic]
      def carry_on(before, contacts)
        @inputs.carry_on(before.inputs, contacts)
        @reference.wound = before.wound
        @run = 0
        @speed = before.speed
        settle_starts
      end

      # At power-up.
      def begin(contacts)
        @inputs.begin(contacts)
        @run = 0
        @speed = 0.0
        settle_starts
      end

      def wound = @reference.wound

      # Somebody stopped the motor: a start counts once it is given anew.
      def block
        @starting.block
        @jog = 0
        @jogged = true
        @run = 0
      end

      # @param contacts [Array<Boolean>] closed @param volts [Array<Float>] at the analog inputs
      # @param network [Float] the target that was written @param ready [Boolean] whether the drive could run
      def step(contacts:, volts:, network:, ready:, dt:)
        @inputs.step(contacts, dt)
        n = 0
        while n < @signals.size
          @signals[n].step(volts[n], dt)
          n += 1
        end
        reset_by_edge
        command(ready && enabled? && !quick_stop? && !external_fault?)
        @reference.step(network, !@commands || !@run.zero?, dt)
        @speed = asked
      end

      private

      def settle_starts
        @starting.begin(@inputs.on?(:forward), @inputs.on?(:backward))
        @reset = @inputs.on?(:reset)
        @stopped = @inputs.on?(:stop)
        @jogged = @inputs.on?(:jog_forward) || @inputs.on?(:jog_backward)
      end

      def reset_by_edge
        on = @inputs.on?(:reset)
        stop = @inputs.on?(:stop)
        @resets = (on && !@reset) || (@stop_resets && stop && !@stopped)
        @reset = on
        @stopped = stop
      end

      def command(free)
        return @run = 0 unless @commands
        way = @starting.step(@inputs.on?(:forward), @inputs.on?(:backward), @inputs.on?(:stop), free)
        way = -way if @inputs.on?(:turn_round)
        jog(way.zero? && free && !@inputs.on?(:stop))
        @run = way.zero? ? @jog : way
      end

      # As long as its contact is closed, and begun by closing it: never by power, a reset or an enable that returns.
      def jog(free)
        forward = @inputs.on?(:jog_forward)
        backward = @inputs.on?(:jog_backward)
        on = forward ^ backward
        fresh = on && !@jogged
        @jogged = forward || backward
        return @jog = 0 unless on && free
        @jog = forward ? 1 : -1 if fresh || @jog.nonzero?
      end

      def asked
        return @jog * @jog_speed if jogs?
        return @reference.speed unless @commands
        @run * @reference.speed
      end
    end
  end
end
