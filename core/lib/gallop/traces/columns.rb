# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Traces
    # Columns of samples over one column of times, and stretches of them.
    #
    #   columns = Traces::Columns.new([0.0, 0.1, 0.2], "speed" => [0.0, 1.0, 2.0])
    #   columns.between(0.05, 0.25)["speed"].to_a   # => [1.0, 2.0]
    class Columns
      attr_reader :times

      # @param times [Array<Float>, Numo::DFloat] s, rising @param columns [Hash{String => Array<Float>}]
      def initialize(times, columns)
        @times = Numo::DFloat.cast(times)
        @columns = columns.transform_values { |column| Numo::DFloat.cast(column) }
        return if @columns.each_value.all? { |column| column.size == @times.size }
        raise ArgumentError, "columns of #{@columns.values.map(&:size).uniq.join(", ")} samples, #{@times.size} times"
      end

      def keys = @columns.keys
      def size = times.size
      def [](key) = @columns[key]

      # s from one sample to the next, in the mean; nil with less than two
      def interval = size > 1 ? (times[-1] - times[0]) / (size - 1) : nil

      # @param from [Float, nil] s @param to [Float, nil] s, both included @return [Columns]
      def between(from, to)
        first = from ? times.to_a.bsearch_index { |time| time >= from } || size : 0
        past = to ? times.to_a.bsearch_index { |time| time > to } || size : size
        return Columns.new([], @columns.transform_values { [] }) if past <= first
        Columns.new(times[first...past], @columns.transform_values { |column| column[first...past] })
      end

      # At other times, straight between two samples; before the first and after the last there is nothing.
      # @param onto [Array<Float>] s, rising @return [Columns] at those of them that it covers
      def at(onto)
        known = times.to_a
        inside = known.empty? ? [] : onto.select { |time| time.between?(known.first, known.last) }
        places = inside.map { |time| [known.bsearch_index { |at| at >= time }, 1].max.clamp(0, known.size - 1) }
        Columns.new(inside, @columns.transform_values { |column| straight(column.to_a, known, inside, places) })
      end

      private

      def straight(column, known, inside, places)
        return column.first(inside.size) if known.size < 2
        inside
          .zip(places)
          .map do |time, place|
            before, after = known.values_at(place - 1, place)
            share = (time - before) / (after - before)
            column[place - 1] + share * (column[place] - column[place - 1])
          end
      end
    end
  end
end
