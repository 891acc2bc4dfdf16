# frozen_string_literal: true

module Gallop
  module Homing
    # The drive looks for its home point twice, and both are compared: where the second comes to lie beside the first is
    # how well the machine will know its places after each start.
    #
    #   found = Trial.new(instrument, setup).measure
    #   found.figures[:apart]   # => 0.0004 rad
    class Trial
      include Identify::Procedure
      include Findings

      LOOK = 0.05 # s
      LATE = 5.0 # s beyond the time that the drive gives itself
      RESTS = 0.3 # s until both figures are of a shaft that stands
      SAME = 3 # counts
      NEAR = 0.1 # of a turn from the edge, or from a whole turn behind it

      WHY = {
        late: "It was not found within the time that is given for it",
        at_limit: "A limit switch was in its way",
        without_index: "There is no index, or the drive shall not use it",
        interrupted: "The search was stopped",
        unknown_method: "The drive does not know the method"
      }.freeze

      # @param instrument [Identify::Instrument] @param setup [Setup] as the drive has it
      def initialize(instrument, setup)
        @instrument = instrument
        @setup = setup
        @counts = instrument.figure("feedback.counts_per_turn")
      end

      # @raise [Identify::Undecided] where it is not found
      def carry_out
        Identify::Ready.new(@instrument).await
        @first = search(0.0, "Looks for the home point")
        @second = search(0.5, "And once more")
      end

      # @return [Identify::Result]
      def result
        Identify::Result.new(
          headline: headline,
          rows: rows,
          findings: Finding.in_order([far_apart, index_near].compact),
          figures: { apart: apart * @setup.radians, index: index_share }.compact
        )
      end

      private

      # @!attribute place [Float] counts within a turn, as the device tells it @!attribute seconds [Float]
      # @!attribute from_edge [Float] counts
      Found = Record.define(:place, :seconds, :from_edge)
      private_constant :Found

      def search(share, text)
        @instrument.report(share, text)
        @instrument.look_for_home
        waited = 0.0
        while (state = STATES.key(@instrument.figure("homing.state").to_i)) == :under_way
          @instrument.pause(LOOK)
          waited += LOOK
          @instrument.refuse_fault
          raise Identify::Undecided, "The drive neither found it nor gave up. Try again." if waited > most
        end
        raise Identify::Undecided, "#{WHY.fetch(state)}. #{remedy(state)}" unless state == :found
        @instrument.pause(RESTS)
        found(waited)
      end

      def most = @setup.timeout + LATE

      def found(waited)
        own = @instrument.figure("position.actual") - @setup.offset
        Found.new(
          place: (@instrument.figure("feedback.angle") - own) % @counts,
          seconds: waited,
          from_edge: @instrument.figure("homing.index_distance")
        )
      end

      def remedy(state)
        case state
        when :late
          "Look whether the switch reaches its input, at the stage Terminals, and whether it lies on the way."
        when :at_limit
          "Begin on the other side of the switch, or take a method that turns at a limit."
        when :interrupted
          "Try again."
        else
          "Choose a method without an index, or let the index be used."
        end
      end

      # counts, of whole turns as little as can be
      def apart = (@second.place - @first.place + 0.5 * @counts) % @counts - 0.5 * @counts

      # Of a turn, where an index was taken behind an edge
      def index_share = (@second.from_edge.abs.fdiv(@counts) if @setup.method.index? && @setup.method.switch)

      def headline
        return "It takes the place where it stands." unless @setup.method.moves?
        return "Found twice, at the same place." if apart.abs <= SAME
        "Found twice, #{@setup.text(apart.abs * @setup.radians)} apart."
      end

      def rows
        [
          ["Method", @setup.method.title],
          ["Found after", "#{seconds(@first)}, and once more after #{seconds(@second)}"],
          ["Second beside the first", "#{counts(apart)}, #{@setup.text(apart * @setup.radians)}"],
          *(
            if index_share
              [["Index behind the edge", "#{counts(@second.from_edge)}, #{percent(index_share)} of a turn"]]
            end
          ),
          ["Home point is told as", counts(@setup.offset)]
        ]
      end

      def far_apart
        return if apart.abs <= [SAME, spread].max
        caution(
          "far_apart",
          "Both home points lie #{counts(apart.abs)} apart; #{counts(spread)} were to be expected",
          because:
            "The switch bounces, is loose, or has play; places of the machine are off by as much after each start.",
          so: "Look at the switch and its lever, go over its edge more slowly, or take the index.",
          values: %w[homing.index_speed homing.method]
        )
      end

      # counts by which an edge may be off; an index is where it is
      def spread = @setup.method.switch && !@setup.method.index? ? @setup.edge_spread / @setup.radians : 0.0

      def index_near
        return if index_share.nil? || index_share.between?(NEAR, 1 - NEAR)
        caution(
          "index_near",
          "The index comes #{percent(index_share)} of a turn behind the edge of the switch",
          because: "A switch that acts a little earlier or later lets the drive take the next one: a whole turn off.",
          so: "Shift the switch by half a turn of the motor, or turn the device on its shaft.",
          values: %w[homing.method]
        )
      end

      def counts(figure) = Quantities.format(figure, "counts", 0)
      def seconds(found) = Quantities.format(found.seconds, "s", 1)
      def percent(share) = Quantities.format(100 * share, "%", 0)
    end
  end
end
