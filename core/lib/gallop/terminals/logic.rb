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
        @keypad = Keypad.new(setup.full_speed)
        @reference = Reference.new(setup, @signals, @inputs, @keypad)
        @moves = Moves.new(setup)
        @by_contacts = setup.by_contacts?
        @by_keys = setup.by_keys?
        @by_team = setup.by_team?
        @leads = setup.leads?
        @jog_speed = setup.jog_speed
        @stop_resets = setup.stop_resets?
        @jog = 0
        @jogged = @reset = @resets = @stopped = @waits = false
      end

      attr_reader :setup, :inputs, :signals, :keypad, :moves

      # In which direction it shall run: 1, 0 or -1. Zero as well where somebody else commands. With the first of a team
      # it is 1, and the speed has the sign.
      attr_reader :run

      # The speed that is asked for, in the drive's unit and signed; of a jog its own.
      attr_reader :speed

      # Whether starts and stops are given here, and not over the network.
      def commands? = @by_contacts || by_keys? || @by_team

      # Whether the speed is decided here.
      def leads? = @leads || @keypad.local?

      # Whether it is a jog, with a ramp of its own.
      def jogs? = !@jog.zero?
      def second_ramps? = @inputs.on?(:second_ramps)
      def quick_stop? = @inputs.on?(:quick_stop)

      # Whether the contact that comes before torque-off says that it will be taken away.
      def torque_off_comes? = @inputs.on?(:torque_off_comes)
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
      def source = @keypad.local? ? :keys : @reference.in_force
      def preset = @reference.pattern

      # Share of the torque limit by an analog signal; one where none is for it.
      def torque_share
        signal = @signals.find { |one| one.analog.function == :torque_limit } or return 1.0
        (signal.figure / 100).clamp(0.0, 1.0)
      end

      # What has been known goes on under new settings. Where they are about starting, a start counts once it is given
      # anew: no setting that is written moves a motor. @param before [Logic]
      def carry_on(before, contacts)
        @inputs.carry_on(before.inputs, contacts)
        @reference.carry_on(before.reference)
        @speed = before.speed
        settle_starts
        @moves.carry_on(before.moves, @inputs)
        alike = setup.starts_like?(before.setup)
        @keypad.carry_on(before.keypad, runs: alike)
        alike ? go_on(before) : block
      end

      # At power-up.
      def begin(contacts)
        @inputs.begin(contacts)
        @run = 0
        @speed = 0.0
        @moves.begin(@inputs)
        settle_starts
      end

      # Somebody stopped the motor: a start counts once it is given anew.
      def block
        @starting.block
        @keypad.block
        @waits = true
        @jog = 0
        @jogged = true
        @run = 0
      end

      # @param contacts [Array<Boolean>] closed @param volts [Array<Float>] at the analog inputs
      # @param network [Float] the target that was written @param ready [Boolean] whether the drive could run
      # @param keys [Integer] bits of Keypad::BITS @param rests [Boolean] whether the power stage is off
      # @param team [Team, nil] what is heard of the others
      def step(contacts:, volts:, network:, ready:, dt:, keys: 0, rests: true, team: nil)
        @inputs.step(contacts, dt)
        n = 0
        while n < @signals.size
          @signals[n].step(volts[n], dt)
          n += 1
        end
        reset_by_edge
        free = ready && enabled? && !quick_stop? && !torque_off_comes? && !external_fault?
        step_keypad(keys, rests, free)
        follow(team&.runs?)
        command(free)
        @reference.step(network, !commands? || !@run.zero?, dt, team: team ? team.speed : 0.0)
        @run = 0 if commands? && !@keypad.local? && @reference.asleep? && !jogs?
        @speed = asked
        @moves.step(@inputs, @by_contacts && !@run.zero? && !rests, dt)
      end

      protected

      attr_reader :reference, :starting, :jog, :waits

      private

      def go_on(before)
        @starting = before.starting
        @jog = before.jog
        @run = before.run
        @waits = before.waits
      end

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

      # Neither the stop key nor the way back from local leaves a start that counts.
      def step_keypad(keys, rests, free)
        local = @keypad.local?
        @keypad.step(keys, leads: @by_keys, rests: rests, free: free)
        block if @keypad.stops? || (local && !@keypad.local?)
      end

      def by_keys? = @by_keys || @keypad.local?

      # One that was stopped runs again once the first has come to rest and begins anew.
      def follow(leader_runs)
        @leader_runs = leader_runs
        @waits = false unless leader_runs
      end

      def command(free)
        return @run = @keypad.run if by_keys?
        return @run = free && @leader_runs && !@waits ? 1 : 0 if @by_team
        return @run = 0 unless @by_contacts
        way = @starting.step(@inputs.on?(:forward), @inputs.on?(:backward), @inputs.on?(:stop), free)
        way = -way if @inputs.on?(:turn_round)
        take_jog(way.zero? && free && !@inputs.on?(:stop))
        @run = way.zero? ? @jog : way
      end

      # As long as its contact is closed, and begun by closing it: never by power, a reset or an enable that returns.
      def take_jog(free)
        forward = @inputs.on?(:jog_forward)
        backward = @inputs.on?(:jog_backward)
        on = forward ^ backward
        fresh = on && !@jogged
        @jogged = forward || backward
        return @jog = 0 unless on && free
        @jog = forward ? 1 : -1 if fresh || @jog.nonzero?
      end

      def asked
        return @run * @keypad.speed if @keypad.local?
        return @jog * @jog_speed if jogs?
        commands? ? @run * @reference.speed : @reference.speed
      end
    end
  end
end
