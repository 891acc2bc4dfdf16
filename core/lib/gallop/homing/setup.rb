# frozen_string_literal: true

module Gallop
  module Homing
    # What the values of a drive say of its homing; SI, of the shaft.
    class Setup
      LOOKS = 0.001 # s from one look at the inputs to the next
      WITH_INDEX = [1, 4, 7, 9].freeze # of feedback.kind: incremental, sine and cosine, with halls, a pair
      NOT_USED = 0 # of feedback.index

      # @param profile [Objects::Profile] @param values [Hash{String => Object}] raw by key
      def initialize(profile, values)
        @profile = profile
        @values = values
        @reading = Tune::Gains::Reading.new(profile, values)
        @terminals = Terminals::Setup.new(profile, values)
      end

      attr_reader :profile

      # @return [Method, nil]
      def method = Method.of(raw("homing.method"))

      # @return [Integer, nil] number of the input that has it
      def input(switch) = @terminals.numbers_of(switch).first

      def search_speed = of_shaft("homing.search_speed", :speed)
      def slow_speed = of_shaft("homing.index_speed", :speed)
      def acceleration = of_shaft("homing.acceleration", :acceleration)
      def speed_limit = of_shaft(profile.speed_command.fetch("limit"), :speed)

      # s
      def timeout = @reading.figure("homing.timeout")

      # counts
      def offset = raw("homing.offset")

      # counts that the software limits leave. @return [Range]
      def travel = Limits::Travel.of(profile, @values)

      # rad of a count
      def radians = 2 * Math::PI / raw("feedback.counts_per_turn")

      # rad by which an edge comes late at most: the drive looks at its inputs once a millisecond, after debouncing
      def edge_spread
        debounce = @terminals.inputs[input(method.switch) - 1].debounce if method&.switch && input(method.switch)
        slow_speed * (LOOKS + debounce.to_f)
      end

      # rad that it needs to come to rest from the speed of the search
      def runs_on = search_speed**2 / (2 * acceleration)

      def index_there? = WITH_INDEX.include?(raw("feedback.kind"))
      def index_used? = raw("feedback.index") != NOT_USED

      # Which way it must not turn: -1, 1, or 0
      def locked = { 1 => -1, 2 => 1 }.fetch(raw("limits.direction"), 0)

      # @return [Shaft]
      def shaft = @reading.shaft

      # In a unit that shows it: turns, or ° within one; mm of what slides. @param angle [Float] rad
      def text(angle)
        figure, unit, = shaft.told(shaft.slides? || angle.abs > ONE_TURN ? :angle : :fine_angle, angle)
        Quantities.format(figure, unit, figure.abs < 1 ? 3 : 1)
      end

      ONE_TURN = 2 * Math::PI
      private_constant :ONE_TURN

      private

      def of_shaft(key, kind) = @reading.of_shaft(key, kind)
      def raw(key) = @values.fetch(key) { profile.fetch(key).default_raw }
    end
  end
end
