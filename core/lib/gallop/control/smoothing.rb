# frozen_string_literal: true

module Gallop
  module Control
    # Rounds a profile: the mean of what was asked for within a window. A ramp of constant acceleration becomes one
    # whose acceleration rises and falls within the window, with no more jerk than acceleration over window; the end is
    # met exactly, a window later (Biagiotti, Melchiorri: Trajectory Planning for Automatic Machines and Robots, ch. 4).
    class Smoothing
      JERK_LIMITED = 3 # of ramps.shape
      LONGEST = 2.0 # s, beyond which a ramp is no ramp any more

      # @param present [Smoothing, nil] @return [Smoothing] the present one where its window is the same, so that
      # settings that come under way make no jump; else one that begins at the figure
      def self.of(present, window:, dt:, begins_at:)
        return present if present&.size == size(window, dt)
        new(window: window, dt: dt).tap { |other| other.reset(begins_at) }
      end

      def self.size(window, dt) = [(window / dt).round, 1].max

      # calls in the window
      attr_reader :size

      # @param window [Float] s @param dt [Float] s between calls
      def initialize(window:, dt:)
        @size = self.class.size(window, dt)
        reset(0.0)
      end

      def reset(figure)
        @asked = Array.new(@size, figure)
        @place = 0
        @sum = figure * @size
      end

      # @return [Float] the mean with the newest figure
      def step(figure)
        @sum += figure - @asked[@place]
        @asked[@place] = figure
        @place += 1
        if @place == @size
          @place = 0
          @sum = @asked.sum # or what rounding leaves would gather
        end
        @sum / @size
      end
    end
  end
end
