# frozen_string_literal: true

module Gallop
  module Homing
    # What stands against a way of homing.
    #
    #   Rules.new(setup).findings
    class Rules
      include Findings

      COARSE = 0.01 # of a turn, beyond which an edge alone is no place to count from
      NAMES = { limit_low: "the limit switch low", limit_high: "the limit switch high", home: "the home switch" }.freeze

      # @param setup [Setup]
      def initialize(setup)
        @setup = setup
        @method = setup.method
      end

      ALL = %i[
        switch_lacking
        limit_lacking
        index_lacking
        index_unused
        locked
        speeds_swapped
        faster
        too_long
        beyond
        coarse
      ].freeze

      # @return [Array<Finding>] blockers before cautions before notes
      def findings = @findings ||= Finding.in_order(ALL.filter_map { |rule| send(rule) })

      private

      def switch_lacking
        switch = @method.switch
        return if switch.nil? || @setup.input(switch)
        blocker(
          "switch_lacking",
          "Method #{@method.number} looks for #{NAMES.fetch(switch)}, and no input has it",
          because: "The search would go on until its time is over, or into the end of the travel.",
          so: "Give the function to an input at the stage Terminals, or choose another method.",
          values: %w[homing.method]
        )
      end

      def limit_lacking
        return unless @method.turns_back?
        lacking = (@method.switches - [@method.switch]).reject { |switch| @setup.input(switch) }
        return if lacking.empty?
        caution(
          "limit_lacking",
          "Method #{@method.number} turns at #{NAMES.fetch(lacking.first)}, and no input has it",
          because: "From the far side of the home switch it goes into the end of the travel instead of turning.",
          so: "Give the function to an input, or begin always from the side where the search finds the home switch.",
          values: %w[homing.method]
        )
      end

      def index_lacking
        return if !@method.index? || @setup.index_there?
        blocker(
          "index_lacking",
          "Method #{@method.number} ends at an index, and this device has none",
          because: "Only lines have an index: the drive refuses to set out.",
          so: "Choose the method without an index#{": #{without_index}" if without_index}.",
          values: %w[homing.method feedback.kind]
        )
      end

      def index_unused
        return if !@method.index? || @setup.index_used? || !@setup.index_there?
        blocker(
          "index_unused",
          "Method #{@method.number} ends at an index, and the drive shall not use it",
          because: "With the index not used the drive refuses to set out.",
          so: "Let the index be used for homing.",
          values: %w[homing.method feedback.index]
        )
      end

      def locked
        return if @setup.locked.zero? || !@method.moves?
        blocker(
          "locked",
          "Turning #{@setup.locked.positive? ? "forward" : "backward"} is locked, and homing needs both ways",
          because: "It would stand until its time is over.",
          so: "Permit both directions, or take the place where it stands (37).",
          values: %w[homing.method limits.direction]
        )
      end

      def speeds_swapped
        return if !@method.moves? || @setup.slow_speed <= @setup.search_speed
        caution(
          "speeds_swapped",
          "Faster over the edge than in the search: #{speed(@setup.slow_speed)}, and #{speed(@setup.search_speed)}",
          because: "The faster it meets an edge, the further from it the home point comes to lie.",
          so: "Search faster, and go over the edge slowly.",
          values: %w[homing.search_speed homing.index_speed]
        )
      end

      def faster
        return if !@method.moves? || @setup.search_speed <= @setup.speed_limit
        note(
          "faster",
          "The search is to go at #{speed(@setup.search_speed)}; the limit is #{speed(@setup.speed_limit)}",
          because: "It goes at the limit.",
          so: "Search more slowly.",
          values: ["homing.search_speed", @setup.profile.speed_command.fetch("limit")]
        )
      end

      # As far as software limits say how long the travel is.
      def too_long
        return unless @method.switch && @setup.travel.begin && @setup.travel.end
        way = (@setup.travel.end - @setup.travel.begin) * @setup.radians * (@method.turns_back? ? 2 : 1)
        lasts = way / @setup.search_speed
        return if lasts <= @setup.timeout
        caution(
          "too_long",
          "A search along the travel takes #{seconds(lasts)}, and #{seconds(@setup.timeout)} are given",
          because: "From its far end the switch is not reached in time.",
          so: "Search faster, or give it more time.",
          values: %w[homing.timeout homing.search_speed]
        )
      end

      def beyond
        return if @setup.travel.cover?(@setup.offset)
        caution(
          "beyond",
          "The home point lies outside of the travel: at #{Quantities.format(@setup.offset, "counts", 0)}",
          because: "Once it is found, the software limits permit no place there.",
          so: "Give the home point the place that the software limits have for it.",
          values: %w[homing.offset position.limit_low position.limit_high]
        )
      end

      # An index follows the edge more exactly.
      def coarse
        return if @method.switch.nil? || @method.index? || @setup.input(@method.switch).nil?
        share = @setup.edge_spread / (2 * Math::PI)
        return if share <= COARSE
        note(
          "coarse",
          "The edge is known within #{@setup.text(@setup.edge_spread)}",
          because:
            "At #{speed(@setup.slow_speed)} that is the way from a look at the input to the next, and through its " \
              "debouncing.",
          so: "Go over the edge more slowly#{", or take the index: #{@method.row}" if @setup.index_there?}.",
          values: %w[homing.index_speed]
        )
      end

      def without_index
        return unless @method.switch
        @method.number + Method::WITHOUT_INDEX
      end

      def speed(figure) = @setup.shaft.text(:fine_speed, figure)
      def seconds(figure) = Quantities.format(figure, "s", figure < 10 ? 1 : 0)
    end
  end
end
