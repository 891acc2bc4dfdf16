# frozen_string_literal: true

module Gallop
  module Terminals
    # The round of the wires: whoever stands at the machine operates one contact after the other, in any order, and each
    # is ticked once both its states were seen. One may be announced first: another that moves then is swapped with it.
    #
    #   round = Round.new(wires: { 1 => "push button", 3 => "photo eye" })
    #   round.announce(3)
    #   round.look(0.05, bits, changes)     # again and again
    #   round.findings
    class Round
      include Findings

      # What was seen of an input. @!attribute at [Float, nil] s when it moved first, back [Float, nil] when both its
      # states had been seen @!attribute changes [Integer] behind its debouncing @!attribute chatters [Boolean]
      # @!attribute instead [Integer, nil] what moved when it was announced
      Seen = Struct.new(:number, :name, :at, :back, :changes, :chatters, :instead)

      MOST_BY_HAND = 2 # changes within a moment: nobody pushes faster
      MOMENT = 0.15 # s

      # @param wires [Hash{Integer => String, nil}] inputs that are to be operated, from 1 on, by what hangs there
      def initialize(wires:)
        @due = wires.keys
        @seen = Hash.new { |all, number| all[number] = Seen.new(number, wires[number], nil, nil, 0, false, nil) }
        @due.each { |number| @seen[number] }
        @announced = nil
        @recent = []
      end

      # Which input is to move next. @return [Integer, nil]
      attr_reader :announced

      # Inputs that are on. @return [Integer]
      attr_reader :bits

      # @return [Array<Seen>] of what is due, and of what moved besides, by number
      def seen = @seen.values.sort_by(&:number)

      # @param number [Integer, nil] nil: whichever comes
      def announce(number)
        @announced = number
        @seen[number].instead = nil if number
      end

      # @param at [Float] s since it began @param bits [Integer] one for each input that is on
      # @param changes [Array<Integer>] how often each went on or off since it began
      # @return [Boolean] whether something has moved
      def look(at, bits, changes)
        @first ||= bits
        @bits = bits
        moved = changes.each_index.select { |n| changes[n] > (@changes ? @changes[n] : 0) }.map(&:succ)
        moved.each { |number| move(number, at, changes[number - 1]) }
        watch_chatter(at, changes)
        @changes = changes
        moved.any?
      end

      # Whether all that is due was seen in both states, and is back.
      def complete? = @due.all? { |number| @seen[number].back }

      def passed? = complete? && findings.empty?

      # @return [Array<Finding>]
      def findings = Finding.in_order([*swapped, silent, never_back, *chattering, uninvited].compact)

      private

      def move(number, at, changes)
        one = @seen[number]
        one.at ||= at
        one.changes = changes
        one.back = at if changes >= 2
        return if @announced.nil?
        @seen[@announced].instead = number unless number == @announced
        @announced = nil
      end

      # More changes at once than a hand can make.
      def watch_chatter(at, changes)
        @recent.push([at, changes])
        @recent.shift while @recent.size > 1 && @recent[1].first <= at - MOMENT
        before = @recent.first.last
        changes.each_index { |n| @seen[n + 1].chatters = true if changes[n] - before[n] > MOST_BY_HAND }
      end

      def swapped
        seen
          .select(&:instead)
          .map do |one|
            blocker(
              "swapped",
              "#{told(one)} was to move, #{told(@seen[one.instead])} did",
              because: "The wires of both are exchanged, or one of both names is wrong.",
              so: "Exchange the wires, or the functions; then go round again.",
              values: [one.number, one.instead].map { |number| "terminals.input_#{number}_function" }
            )
          end
      end

      def silent
        still = @due.map { |number| @seen[number] }.select { |one| one.at.nil? && one.instead.nil? }
        return if still.empty?
        caution(
          "silent",
          "#{still.map { |one| told(one) }.join(", ")}: no change arrived",
          because: "The wire is off or broken, or the contact was not operated.",
          so: "Operate it, and measure at the terminal whether 24 V come and go.",
          values: still.map { |one| "terminals.input_#{one.number}_function" }
        )
      end

      def never_back
        left = seen.select { |one| one.at && @bits[one.number - 1] != @first[one.number - 1] }
        return if left.empty?
        caution(
          "never_back",
          "#{left.map { |one| told(one) }.join(", ")}: did not come back",
          because: "Its contact sticks, or its wire has 24 V from somewhere else.",
          so: "Operate it again, and look at the contact.",
          values: left.map { |one| "terminals.input_#{one.number}_function" }
        )
      end

      def chattering
        seen
          .select(&:chatters)
          .map do |one|
            caution(
              "chatters",
              "#{told(one)}: #{one.changes} changes, more than were made by hand",
              because: "Its contact bounces for longer than the input is debounced.",
              so: "Debounce it for longer, or take another contact.",
              values: ["terminals.input_#{one.number}_debounce"]
            )
          end
      end

      def uninvited
        more =
          seen.select { |one| one.at && !@due.include?(one.number) && seen.none? { |it| it.instead == one.number } }
        return if more.empty?
        note(
          "uninvited",
          "#{more.map { |one| told(one) }.join(", ")} moved as well, and nothing is known of it",
          because: "A wire is there that nobody has named.",
          so: "Say what it is, or take it off."
        )
      end

      def told(one) = Words.wired(Words.name(one.number), one.name)
    end
  end
end
