# frozen_string_literal: true

module Gallop
  module Identify
    # How well a device that counts from nothing is aligned at each power-up, by what friction and load were found to
    # take of a field that stands: the shaft comes to rest aside of it by as much as it takes to hold them.
    class AlignmentCurrent
      NEAR = 12.0 # electrical degrees by which it may be off
      STEP = 0.05 # of the rated current
      MOST = 1.5
      DEGREES = 180 / Math::PI

      # Of the rated current, as it is set
      attr_reader :set

      # @param current [Float] A peak at which friction and load were found @param rated [Float] A peak of the motor
      # @param set [Float] share of the rated current
      def initialize(current:, rated:, set:)
        @per_rated = current / rated
        @set = set
      end

      # ° electrical. @param taken [Float] of the torque of that current, by friction and load @param share [Float] of
      # the rated current
      def off(taken, share = set) = Math.asin([taken * @per_rated / share, 1.0].min) * DEGREES

      def near?(taken, share = set) = off(taken, share) <= NEAR

      # The least that is near enough, or the most that there is. @return [Float] share of the rated current
      def wanted(taken)
        least = taken * @per_rated / Math.sin(NEAR / DEGREES)
        [(least / STEP).ceil * STEP, MOST].min
      end
    end
  end
end
