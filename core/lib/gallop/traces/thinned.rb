# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Traces
    # A signal in fewer points, of which no peak is lost: of each part the lowest and the highest sample, in the order
    # in which they came.
    module Thinned
      # @param samples [Array<Float>] @param parts [Integer] pixels, say
      # @return [Array<Integer>] places of the samples that stand for all
      def self.places(samples, parts)
        count = samples.size
        return (0...count).to_a if count <= 2 * parts
        samples = samples.to_a
        (0...parts).flat_map do |part|
          range = (part * count / parts)...((part + 1) * count / parts)
          range.minmax_by { |place| samples[place] }.sort.uniq
        end
      end
    end
  end
end
