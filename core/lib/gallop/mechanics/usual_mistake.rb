# frozen_string_literal: true

module Gallop
  module Mechanics
    # What a travel that is off by a whole factor is off by.
    module UsualMistake
      FACTORS = [2, 3, 4, 5, 10, 20, 50, 100].freeze
      NEAR = 0.02

      # @param ratio [Float] of what was measured and what is entered @return [String] a sentence after others; empty
      # where the ratio is none of these
      def self.of(ratio)
        factor = FACTORS.find { |one| [ratio * one, ratio / one].any? { |product| (product - 1).abs < NEAR } }
        factor ? " The ratio is #{factor}: a gear that is given twice, or not at all?" : ""
      end
    end
  end
end
