# frozen_string_literal: true

require "numo/narray"

module Gallop
  # What estimators reckon with.
  module Numbers
    module_function

    def rms(column) = Math.sqrt((column**2).mean)

    # Running sum of a column times the interval; zero at the first sample.
    def integral(column, interval)
      sums = column.cumsum * interval
      sums - sums[0]
    end

    # Least squares: coefficients of the columns that come closest to the target, by the normal equations.
    # @param columns [Array<Numo::DFloat>] @return [Array<Float>]
    def fit(columns, target)
      matrix = columns.map { |one| columns.map { |other| (one * other).sum } }
      right = columns.map { |one| (one * target).sum }
      solve(matrix, right)
    end

    # Where a function with one valley is lowest, by the golden section. @yieldparam at [Float] @yieldreturn [Float]
    def lowest(from, to)
      left = to - GOLDEN * (to - from)
      right = from + GOLDEN * (to - from)
      at_left, at_right = [left, right].map { |at| yield at }
      30.times do
        if at_left < at_right
          to, right, at_right = right, left, at_left
          at_left = yield(left = to - GOLDEN * (to - from))
        else
          from, left, at_left = left, right, at_right
          at_right = yield(right = from + GOLDEN * (to - from))
        end
      end
      0.5 * (from + to)
    end

    GOLDEN = (Math.sqrt(5) - 1) / 2

    # How far a figure can be trusted, by leaving out each part of what it rests on once (jackknife; Efron and Stein
    # 1981). @param parts [Array] @yieldparam rest [Array] @yieldreturn [Float] @return [Float] two sigma
    def left_out(parts)
      spread(without_each(parts) { |rest| yield rest })
    end

    # @yieldparam rest [Array] all parts but one @return [Array] what comes of each
    def without_each(parts)
      parts.each_index.map { |n| yield(parts.each_with_index.reject { |_, at| at == n }.map(&:first)) }
    end

    # @param figures [Array<Float>] each without another part @return [Float] two sigma
    def spread(figures)
      middle = figures.sum / figures.size
      2 * Math.sqrt((figures.size - 1.0) / figures.size * figures.sum { |one| (one - middle)**2 })
    end

    # Gaussian elimination with pivots; a direction that is not there gets a zero.
    def solve(matrix, right)
      count = right.size
      rows = matrix.zip(right).map { |row, value| row.map(&:to_f) << value.to_f }
      count.times do |n|
        pivot = (n...count).max_by { |row| rows[row][n].abs }
        rows[n], rows[pivot] = rows[pivot], rows[n]
        next rows[n] = Array.new(count + 1, 0.0).tap { |row| row[n] = 1.0 } if rows[n][n].abs < 1e-18
        ((n + 1)...count).each do |row|
          factor = rows[row][n] / rows[n][n]
          (n..count).each { |column| rows[row][column] -= factor * rows[n][column] }
        end
      end
      result = Array.new(count, 0.0)
      (count - 1).downto(0) do |n|
        rest = ((n + 1)...count).sum { |column| rows[n][column] * result[column] }
        result[n] = (rows[n][count] - rest) / rows[n][n]
      end
      result
    end
  end
end
