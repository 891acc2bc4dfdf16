# frozen_string_literal: true

module Gallop
  module Terminals
    # A set of patterns of switches in as few conditions as will do: prime implicants after Quine and McCluskey, of
    # which the widest are taken until every pattern is covered.
    module Cover
      module_function

      # @param patterns [Array<Array<Boolean>>] of the same length
      # @return [Array<Hash{Integer => Boolean}>] conditions, each by the places that matter
      def of(patterns)
        primes = primes_of(patterns.uniq)
        open = patterns.uniq
        chosen = []
        while open.any?
          best = primes.max_by { |prime| [open.count { |pattern| within?(prime, pattern) }, prime.count(nil)] }
          chosen << best
          open = open.reject { |pattern| within?(best, pattern) }
        end
        chosen.map { |prime| prime.each_with_index.reject { |on, _| on.nil? }.to_h { |on, at| [at, on] } }
      end

      def primes_of(patterns)
        primes = []
        until patterns.empty?
          merged, used = merge(patterns)
          primes.concat(patterns - used)
          patterns = merged
        end
        primes
      end

      # Those that differ in one place are one without it.
      def merge(patterns)
        known = patterns.to_h { |pattern| [pattern, true] }
        merged = []
        used = []
        patterns.each do |pattern|
          pattern.each_index do |at|
            next unless pattern[at] == false
            other = pattern.dup.tap { |one| one[at] = true }
            next unless known[other]
            used << pattern << other
            merged << pattern.dup.tap { |one| one[at] = nil }
          end
        end
        [merged.uniq, used.uniq]
      end

      def within?(prime, pattern) = prime.each_index.all? { |at| prime[at].nil? || prime[at] == pattern[at] }
    end
  end
end
