# frozen_string_literal: true

module Gallop
  module Identify
    # Numbers of lines a turn that devices are made with.
    module UsualLines
      ALL = [
        100,
        200,
        250,
        256,
        300,
        360,
        400,
        500,
        512,
        600,
        720,
        900,
        1000,
        1024,
        1250,
        1440,
        1500,
        1800,
        2000,
        2048,
        2400,
        2500,
        3000,
        3600,
        4000,
        4096,
        5000,
        6000,
        7200,
        8000,
        8192,
        9000,
        10_000
      ].freeze

      def self.nearest(lines) = ALL.min_by { |usual| (usual - lines).abs }

      # @param within [Float] share @return [Array<Integer>] that a number may be
      def self.around(lines, within) = ALL.select { |usual| (usual / lines - 1).abs < within }
    end
  end
end
