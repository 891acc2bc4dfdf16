# frozen_string_literal: true

module Gallop
  module Terminals
    # What starts a motor, in sentences.
    class Words
      EVENTS = { power_up: "When power returns", reset: "When a fault is reset, or the drive is ready again" }.freeze
      DIRECTIONS = { 1 => "forward", -1 => "backward" }.freeze
      SOURCES = {
        network: "at the target over the network",
        analog_1: "as analog input 1 asks",
        analog_2: "as analog input 2 asks",
        presets: "at zero",
        potentiometer: "at the speed that is raised",
        process: "as the process controller asks",
        keys: "at the speed of the drive's keys",
        team: "as fast as the first of the team"
      }.freeze

      # @param profile [Objects::Profile] @param setup [Setup]
      def initialize(profile, setup)
        @profile = profile
        @setup = setup
      end

      # @param start [Starts::Start] @return [String]
      def of(start) = "#{cause(start)}#{given(start)}: #{outcome(start)}."

      # Where the keys of the drive command.
      def of_keys = "Run at the drive's keys: forward or backward, as they are set, #{sources}."

      # Where the first of a team commands.
      def of_team
        return "Starts and turns with the first of the team." if @setup.source == :team && !@setup.sum?
        "Starts with the first of the team, #{sources}."
      end

      LETTERS = { "input" => "D", "analog" => "A", "output" => "R" }.freeze # by the kind of a terminal

      # @return [String] as on the device
      def self.name(number, kind = "input") = "#{LETTERS.fetch(kind)}#{number}"

      # @param wire [String, nil] what hangs there @return [String] as in "D3 (photo eye 2)"
      def self.wired(name, wire) = wire ? "#{name} (#{wire})" : name

      # @param numbers [Array<Integer>] @return [String] as in "D1, D2 and D5"
      def self.named(numbers, kind = "input") = together(numbers.map { |number| name(number, kind) })
      def self.together(names) = names.size > 1 ? "#{names[..-2].join(", ")} and #{names.last}" : names.first

      private

      def sources = [[chosen, source].compact.join(", else "), second_ramps].compact.join(", ")

      def cause(start)
        return EVENTS.fetch(start.event) if start.contact.nil?
        "#{start.closes ? "Closing" : "Opening"} #{Words.name(start.contact)}"
      end

      def given(start)
        return "" if start.given.empty?
        closed, open = start.given.partition { |_, on| on }.map { |list| list.map { |number, _| Words.name(number) } }
        told = [("#{listed(closed)} closed" if closed.any?), ("#{listed(open)} open" if open.any?)].compact
        " while #{told.join(" and ")}"
      end

      def listed(names) = "#{Words.together(names)} #{names.size > 1 ? "are" : "is"}"

      # One that goes to places stays where it is until it is told of one.
      def outcome(start)
        return "switched on, it holds its place" if @setup.positions?
        "#{DIRECTIONS.fetch(start.run)}, #{what(start)}"
      end

      # Speed and ramps, as far as they are the same in all of them.
      def what(start)
        start.jog ? "jog at #{show(@setup.jog_speed)}" : sources
      end

      def chosen = inputs_of(*PRESETS)&.then { |inputs| "at the preset by #{inputs}" }
      def second_ramps = inputs_of(:second_ramps)&.then { |inputs| "by the second ramps while #{inputs} is on" }

      def source
        first = of_source(@setup.source)
        return "#{first}, plus #{of_source(@setup.second_source).delete_prefix("at ")}" if @setup.sum?
        changeover = inputs_of(:changeover) or return first
        "#{first}, or #{of_source(@setup.second_source)} while #{changeover} is on"
      end

      def of_source(source) = source == :fixed ? "at #{show(@setup.fixed.abs)}" : SOURCES.fetch(source)

      def inputs_of(*functions)
        numbers = @setup.numbers_of(*functions)
        Words.named(numbers) if numbers.any?
      end

      def show(figure) = Quantities.format(figure, @profile.speed_unit, 0)
    end
  end
end
