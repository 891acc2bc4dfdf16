# frozen_string_literal: true

module Gallop
  module Homing
    # One of the methods of the homing mode after IEC 61800-7-201, by what it looks for: which switch, which of its two
    # edges, which way it goes over that edge at last, and whether an index comes after it.
    #
    #   method = Homing::Method.of(7)
    #   method.switch    # => :home
    #   method.entering? # => false: it leaves the switch at last
    class Method
      # switch, its edge by the side (-1 low, 1 high), way of the search, way over the edge; those without an index have
      # numbers 16 higher
      BY_SWITCH = {
        1 => [:limit_low, 1, -1, 1],
        2 => [:limit_high, -1, 1, -1],
        3 => [:home, -1, 1, -1],
        4 => [:home, -1, 1, 1],
        5 => [:home, 1, -1, 1],
        6 => [:home, 1, -1, -1],
        7 => [:home, -1, 1, -1],
        8 => [:home, -1, 1, 1],
        9 => [:home, 1, 1, -1],
        10 => [:home, 1, 1, 1],
        11 => [:home, 1, -1, 1],
        12 => [:home, 1, -1, -1],
        13 => [:home, -1, -1, 1],
        14 => [:home, -1, -1, -1]
      }.freeze
      WITHOUT_INDEX = 16
      TURN_BACK = (7..14) # at a limit switch
      TO_INDEX = { 33 => -1, 34 => 1 }.freeze
      HERE = [35, 37].freeze
      NUMBERS = [*BY_SWITCH.keys, *BY_SWITCH.keys.map { |one| one + WITHOUT_INDEX }, *TO_INDEX.keys, *HERE].sort.freeze

      WAYS = { -1 => "backward", 1 => "forward" }.freeze
      SIDES = { -1 => "low", 1 => "high" }.freeze
      SWITCHES = { limit_low: "Limit switch low", limit_high: "Limit switch high", home: "Home switch" }.freeze
      private_constant :BY_SWITCH, :TURN_BACK, :TO_INDEX, :HERE, :WAYS, :SIDES, :SWITCHES

      # @return [Method, nil] nil where the standard knows none of that number
      def self.of(number) = NUMBERS.include?(number) ? new(number) : nil

      attr_reader :number

      # @return [Symbol, nil] :limit_low, :limit_high or :home
      attr_reader :switch

      # Side of the switch, way of the search, way over the edge or to the index: -1 or 1, 0 where there is none
      attr_reader :edge, :first, :last

      def initialize(number)
        @number = number
        @row = number > BY_SWITCH.size ? number - WITHOUT_INDEX : number
        @switch, @edge, @first, @last = BY_SWITCH.fetch(@row) { [nil, 0, 0, TO_INDEX.fetch(number, 0)] }
        @index = @switch ? @row == number : moves?
        @turns_back = TURN_BACK.cover?(@row)
      end

      # Of 1 to 14, which way it goes about it, with an index or without.
      attr_reader :row

      # Whether an index ends it.
      def index? = @index

      # Whether a limit switch turns the search round.
      def turns_back? = @turns_back

      # Whether the last way leads onto the switch, not off it.
      def entering? = @last == -@edge

      # Whether anything moves by it.
      def moves? = @last != 0

      # @return [Array<Symbol>] switches that it needs
      def switches = [*@switch, *((@first.positive? ? :limit_high : :limit_low) if turns_back?)]

      # As people call it: by its number.
      def title = "#{@number}: #{words}"

      # @return [String] in few words
      def words
        return "Where it stands" unless moves?
        return "Next index #{WAYS.fetch(@last)}" unless @switch
        edge = "#{SWITCHES.fetch(@switch)}, #{SIDES.fetch(@edge)} edge, #{entering? ? "onto" : "off"} it"
        search = "searches #{WAYS.fetch(@first)}#{", turns at a limit" if turns_back?}"
        "#{edge} #{WAYS.fetch(@last)}#{", then index" if index?} (#{search})"
      end
    end
  end
end
