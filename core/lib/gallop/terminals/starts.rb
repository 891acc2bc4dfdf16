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
        @setup = setup
        @functions = setup.inputs.map(&:function)
        @live = @functions.each_index.reject { |n| IDLE.include?(@functions[n]) }
      end

      # @return [Array<Start>] by contact, then what comes by itself
      def all
        return [] unless @setup.commands?
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

      def by_contacts
        found = {}
        states.each do |before|
          at_rest = settled(before)
          next unless at_rest.run.zero?
          @live.each { |n| note(found, moved(before, n), n, before) }
        end
        found.flat_map { |key, patterns| starts(key, patterns) }
      end

      # As #outcome.
      def moved(before, n)
        logic = settled(before)
        after = before.dup
        after[n] = !after[n]
        step(logic, after)
        outcome(logic)
      end

      def by_event(event)
        found = {}
        states.each { |contacts| note(found, outcome(came_back(event, contacts)), event, contacts) }
        found.flat_map { |key, patterns| starts(key, patterns) }
      end

      def came_back(event, contacts)
        return settled(contacts) if event == :power_up
        begun(contacts).tap do |logic|
          step(logic, contacts, ready: false)
          step(logic, contacts)
        end
      end

      def note(found, outcome, cause, contacts)
        return if outcome.nil?
        closes = contacts[cause] ? false : true if cause.is_a?(Integer)
        (found[[cause, closes, *outcome]] ||= []) << contacts
      end

      def begun(contacts) = Logic.new(@setup).tap { |logic| logic.begin(contacts) }
      def settled(contacts) = begun(contacts).tap { |logic| step(logic, contacts) }

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
