# frozen_string_literal: true

module Gallop
  module Terminals
    # Between which speeds a frequency drive holds what is asked for, and which bands it does not stay in.
    #
    # @!attribute highest [Float], backward [Float] both positive @!attribute lowest [Float]
    # @!attribute skipped [Array<Range>]
    Window =
      Record.define(:highest, :backward, lowest: 0.0, skipped: []) do
        # Of a drive that has one, without gait. @param setup [Setup] @return [Window, nil]
        def self.of(setup)
          highest = setup.figure("limits.highest_speed")
          return unless highest.positive?
          top = [setup.full_speed, highest].min
          backward = setup.figure("limits.backward_speed")
          new(
            highest: top,
            backward: backward.positive? ? [backward, top].min : top,
            lowest: [setup.figure("limits.lowest_speed"), top].min,
            skipped: skipped { |key| setup.figure(key) }
          )
        end

        # Bands out of the values of a drive, by their middle and width. @yieldparam key [String] @yieldreturn [Float]
        def self.skipped
          (1..3).filter_map do |n|
            middle = yield("limits.skip_speed_#{n}")
            half = yield("limits.skip_width_#{n}") / 2.0
            (middle - half) .. (middle + half) if middle.positive? && half.positive?
          end
        end

        # @param direction [Integer] in which it is started: with a lowest speed a reference of zero turns the motor
        # @return [Float] signed
        def held(target, direction = 0)
          limited = outside_skipped(target.clamp(-backward, highest).to_f)
          return limited if limited.abs >= lowest
          negative = limited.zero? ? direction.negative? : limited.negative?
          negative ? -[lowest, backward].min : [lowest, highest].min
        end

        # A target in a band is held to its lower edge.
        def outside_skipped(speed)
          band = skipped.find { |one| speed.abs > one.begin && speed.abs < one.end } or return speed
          speed.negative? ? -band.begin : band.begin
        end
      end
  end
end
