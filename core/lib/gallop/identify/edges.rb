# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # A count without its steps: a line from the middle of one edge to that of the next, so that a coarse device shows
    # how the shaft went between.
    module Edges
      module_function

      # @param counts [Numo::DFloat] @return [Numo::DFloat]
      def between(counts)
        changes = places(counts)
        return counts if changes.size < 2
        all = counts.dup
        changes.each_cons(2) do |from, to|
          edge = 0.5 * (counts[from] + counts[from - 1])
          rise = (0.5 * (counts[to] + counts[to - 1]) - edge) / (to - from)
          (from...to).each { |n| all[n] = edge + rise * (n - from + 0.5) }
        end
        all
      end

      # Samples from the first edge to the last. @return [Range, nil]
      def inside(counts)
        changes = places(counts)
        changes.size < 2 ? nil : (changes.first..(changes.last - 1))
      end

      def places(counts) = (1...counts.size).select { |n| counts[n] != counts[n - 1] }
      private_class_method :places
    end
  end
end
