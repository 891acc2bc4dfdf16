# frozen_string_literal: true

module Gallop
  module Homing
    # The way that a method takes past the switches of a travel, from one place on it: what an axis does, leg by leg,
    # for whoever wants to see it before anything moves. Places are those of SCENE, which is not to scale.
    #
    #   Route.new(Method.of(23), 3.0).legs   # => [#<Leg from=3.0 to=5.2 fast=true>, …]
    class Route
      # @!attribute from [Float], to [Float] @!attribute fast [Boolean] by the speed of the search
      Leg = Record.define(:from, :to, :fast)

      # Of a travel from 0 to 10: where each switch is on.
      SCENE = { limit_low: (0.0..1.0), home: (4.5..6.0), limit_high: (9.0..10.0) }.freeze
      # Those of a home switch that stays on up to the end of the travel, by Method#row
      TO_THE_END = { 3 => 6.5..10.0, 4 => 6.5..10.0, 5 => 0.0..3.5, 6 => 0.0..3.5 }.freeze
      BEYOND = 0.3 # it runs on
      TO_INDEX = 0.7
      SIDES = [2.2, 7.8].freeze

      # @param method [Method] @return [Array<Route>] from each side of the switch, and from on it
      def self.all(method)
        return [] unless method.moves?
        return [new(method, 5.0)] unless method.switch
        starts(zone_of(method)).map { |from| new(method, from) }.select { |route| route.legs.any? }
      end

      # On either side of the switch, and on it, but not on a limit switch as well.
      def self.starts(zone)
        beside = SIDES.reject { |place| zone.cover?(place) }
        beside.size < SIDES.size || zone == SCENE[:home] ? beside + [(zone.begin + zone.end) / 2] : beside.first(1)
      end
      private_class_method :starts

      # Where the switch that a method looks for is on. @return [Range]
      def self.zone_of(method)
        return SCENE.fetch(method.switch) unless method.switch == :home
        TO_THE_END.fetch(method.row) { SCENE.fetch(:home) }
      end

      # @param from [Float]
      def initialize(method, from)
        @method = method
        @from = from
        @zone = self.class.zone_of(method) if method.switch
      end

      attr_reader :from

      # @return [Array<Leg>] none where the method never gets there from that place
      def legs
        return @legs if @legs
        @legs = []
        @at = @from
        return to_index unless @zone
        return @legs.clear unless on? || search
        go(edge + @method.edge * BEYOND, fast: true) if @method.entering?
        go(edge + (@method.index? ? 0 : @method.last * BEYOND), fast: false)
        @method.index? ? to_index : @legs
      end

      # Where the home point comes to lie. @return [Float]
      def home = @method.index? ? (@zone ? edge : @from) + @method.last * TO_INDEX : edge

      private

      def edge = @method.edge.negative? ? @zone.begin : @zone.end
      def on? = @zone.cover?(@at)

      # @return [Boolean] whether it comes onto the switch
      def search
        ways = @method.turns_back? ? [@method.first, -@method.first] : [@method.first]
        ways.each do |way|
          if ahead?(way)
            go((way.positive? ? @zone.begin : @zone.end) + way * BEYOND, fast: true)
            return true
          end
          go(limit(way), fast: true)
        end
        false
      end

      def ahead?(way) = way.positive? ? @at < @zone.begin : @at > @zone.end

      def limit(way)
        way.positive? ? SCENE[:limit_high].begin + BEYOND : SCENE[:limit_low].end - BEYOND
      end

      def to_index = go(@at + @method.last * TO_INDEX, fast: false)

      def go(to, fast:)
        @legs << Leg.new(from: @at, to: to, fast: fast)
        @at = to
        @legs
      end
    end
  end
end
