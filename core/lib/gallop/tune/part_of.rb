# frozen_string_literal: true

require "delegate"

module Gallop
  module Tune
    # An instrument for a part of a longer procedure: its progress is a share of the whole's.
    class PartOf < SimpleDelegator
      # @param from [Float], width [Float] of the whole
      def initialize(instrument, from, width)
        super(instrument)
        @from = from
        @width = width
      end

      def report(share, text) = __getobj__.report(@from + share * @width, text)
    end
  end
end
