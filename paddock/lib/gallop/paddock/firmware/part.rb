# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A part of a drive's firmware with a life of its own: what it knows is its own, and it asks the drive for
      # sensors, settings and the rest. The drive wakes it, tells it of new settings, and lets it live through each
      # millisecond.
      class Part
        # @param drive [Firmware]
        def initialize(drive)
          @drive = drive
          wake
        end

        # At power-up, before any setting has been taken.
        def wake
        end

        # Settings came into force.
        def settings_changed
        end

        # @param dt [Float] s
        def each_millisecond(_dt)
        end

        # @return [Hash{String => Proc}] raw figures of the dictionary by key, worked out when they are read
        def figures = {}

        # @return [Hash{String => Proc}] signals of the profile by key, SI, of the shaft
        def signals = {}

        private

        attr_reader :drive

        def axis = @drive.axis
        def setting(key) = @drive.setting(key)
        # @return [Object, nil] raw, as it is in force; nil where this family has no such setting
        def raw(key) = @drive.effective[key]
        def milli(figure) = (figure * 1000).round
      end
    end
  end
end
