# frozen_string_literal: true

module Gallop
  module Identify
    # How figures are told in what was found.
    module Told
      private

      # With as many decimals as make two or three digits of it.
      def percent(share) = Quantities.format(100 * share, "%", share.abs < 0.01 ? 2 : (share.abs < 0.1 ? 1 : 0))

      # @param like [Float] the figure whose decimals it gets
      def shown(figure, unit, like = figure)
        Quantities.format(figure, unit, [2 - Math.log10([like.abs, 1e-9].max).floor, 0].max.clamp(0, 5))
      end
    end
  end
end
