# frozen_string_literal: true

module Gallop
  module Terminals
    # Everything that starts a motor by its terminals, found by trying: each contact is moved in each state of the
    # others, and power, fault reset and an enable come back in each, with the very logic that the drive runs.
    #
    #   Starts.new(setup).all.map { |start| words.of(start) }   # => ["Closing D3: backward, at 375 rpm."]
    class Starts
      # @!attribute contact [Integer, nil] that moves, from 1 on; nil where power or a reset does it
      # @!attribute closes [Boolean, nil] @!attribute event [Symbol] :contact, :power_up or :reset
      # @!attribute given [Hash{Integer => Boolean}] how others have to stand: closed or open
      # @!attribute run [Integer] 1 or -1 @!attribute jog [Boolean]
      Start = Record.define(:contact, :closes, :event, :given, :run, :jog)

      MOMENT = 2.0 # s: longer than any debounce
      IDLE = %i[none controller home].freeze

      # @param setup [Setup]
      def initialize(setup)
        @setup = setup.awake
        @functions = setup.inputs.map(&:function)
        @live = @functions.each_index.reject { |n| IDLE.include?(@functions[n]) }
      end

      # @return [Array<Start>] by contact, then what comes by itself
      def all
        return [] unless @setup.by_contacts?
        [*by_contacts, *by_event(:power_up), *by_event(:reset)]
      end

      private

      # Each state of the contacts that matter. @return [Array<Array<Boolean>>]
      def states
        @states ||=
          (0...(1 << @live.size)).map do |bits|
            @functions.each_index.map { |n| (at = @live.index(n)) ? bits[at] == 1 : false }
          end
      end

      # How the contacts may have come to stand so: at power-up, or, where the one that came first counts, either
      # direction before the other, while nothing held the motor.
      # @return [Array<Array<Array<Boolean>>>] states one after the other
      def ways_to(contacts)
        return [[contacts]] unless @setup.both == :first && on?(:forward, contacts) && on?(:backward, contacts)
        first = %i[forward backward].map { |later| without([later, *HOLDING], contacts) }
        [[contacts], *first.map { |before| [before, contacts] }]
      end

      def on?(function, contacts) = places_of(function).any? { |n| contacts[n] ^ @setup.inputs[n].reversed }

      HOLDING = %i[stop quick_stop torque_off_comes external_fault].freeze
      private_constant :HOLDING

      # The same with some functions off, and enabled.
      def without(functions, contacts)
        contacts.each_with_index.map do |closed, n|
          input = @setup.inputs[n]
          next !input.reversed if input.function == :enable
          functions.include?(input.function) ? input.reversed : closed
        end
      end

      def places_of(function) = @functions.each_index.select { |n| @functions[n] == function }

      def by_contacts
        found = {}
        states.each do |before|
          ways_to(before).each do |way|
            next unless settled(way).run.zero?
            @live.each { |n| note(found, moved(way, n), n, before) }
          end
        end
        found.flat_map { |key, patterns| starts(key, patterns) }
      end

      # As #outcome.
      def moved(way, n)
        logic = settled(way)
        step(logic, way.last.dup.tap { |after| after[n] = !after[n] })
        outcome(logic)
      end

      def by_event(event)
        found = {}
        states.each do |contacts|
          ways = event == :power_up ? [[contacts]] : ways_to(contacts)
          ways.each { |way| note(found, outcome(came_back(event, way)), event, contacts) }
        end
        found.flat_map { |key, patterns| starts(key, patterns) }
      end

      def came_back(event, way)
        return settled(way) if event == :power_up
        settled(way).tap do |logic|
          step(logic, way.last, ready: false)
          step(logic, way.last)
        end
      end

      def note(found, outcome, cause, contacts)
        return if outcome.nil?
        closes = contacts[cause] ? false : true if cause.is_a?(Integer)
        (found[[cause, closes, *outcome]] ||= []).push(contacts)
      end

      # @param way [Array<Array<Boolean>>] states one after the other; with the first power comes on
      def settled(way)
        Logic
          .new(@setup)
          .tap do |logic|
            logic.begin(way.first)
            way.each { |contacts| step(logic, contacts) }
          end
      end

      # Twice: a pattern of presets counts once it has stood.
      def step(logic, contacts, ready: true)
        2.times { logic.step(contacts: contacts, volts: VOLTS, network: 0.0, ready: ready, dt: MOMENT) }
      end

      VOLTS = [0.0, 0.0].freeze
      private_constant :VOLTS

      # @return [Array(Integer, Boolean), nil] direction, and whether it is a jog
      def outcome(logic) = logic.run.zero? ? nil : [logic.run, logic.jogs?]

      # @param patterns [Array<Array<Boolean>>] in which it happens
      def starts((cause, closes, run, jog), patterns)
        others = @live - [cause]
        Cover
          .of(patterns.map { |contacts| others.map { |n| contacts[n] } })
          .map do |literals|
            Start.new(
              contact: cause.is_a?(Integer) ? cause + 1 : nil,
              closes: closes,
              event: cause.is_a?(Integer) ? :contact : cause,
              given: literals.to_h { |at, closed| [others[at] + 1, closed] },
              run: run,
              jog: jog
            )
          end
      end
    end
  end
end
