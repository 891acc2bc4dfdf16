# frozen_string_literal: true

module Gallop
  module Feedback
    # What the counts of a turn say when they are not those that should come: their ratio tells the mistake.
    module CountRatio
      NEAR = 0.05
      USUAL = {
        0.25 => "A quarter: the figure given as lines may be counts already.",
        4.0 => "Four times: the figure given as counts may be lines.",
        0.5 => "Half: one of the two channels may be missing.",
        2.0 => "Twice: the device turns twice with the shaft, or the next larger one is fitted."
      }.freeze

      # @param share [Float] seen over expected, without its sign @param pole_pairs [Numeric, nil] of the motor
      # @return [String]
      def self.cause(share, pole_pairs)
        near = USUAL.find { |ratio, _| (share / ratio - 1).abs < NEAR }
        return near.last if near
        if pole_pairs && [share / pole_pairs, share * pole_pairs].any? { |rest| (rest - 1).abs < NEAR }
          return "The ratio is the motor's pole pairs: electrical turns were counted."
        end
        return "Nearly none: a channel or the supply is missing, or the index sits on a channel's wire." if share < 0.02
        "No common mistake gives this ratio of #{Quantities.format(share, nil)}."
      end
    end
  end
end
