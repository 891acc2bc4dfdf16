# frozen_string_literal: true

module Gallop
  module Cia402
    # Object 607Eh: which way round set-points and actual values are told.
    module Polarity
      KEY = "limits.polarity"
      AS_WIRED = 0
      REVERSED = 0xC0 # bits 6 and 7: speed and position

      # @param raw [Integer, nil] of the object @return [Integer] 1 or -1
      def self.sign(raw) = raw == REVERSED ? -1 : 1

      # @return [Integer] raw
      def self.other(raw) = raw == REVERSED ? AS_WIRED : REVERSED
    end
  end
end
