# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # Where places are counted from, once homing has found it. A device that tells whole places keeps it over
      # power-off, for as long as it is read as it was.
      class HomePoint < Part
        SEVERAL_TURNS = 3 # of feedback.kind
        ALONG_A_SCALE = 2 # of what slides
        READ_BY = %w[
          feedback.kind
          feedback.counts_per_turn
          feedback.direction
          feedback.multi_turn_bits
          limits.polarity
        ].freeze
        RECORD = "home" # counts, and how the device was read

        # rad that is added to what the device tells
        attr_reader :zero

        def wake
          forget
        end

        def settings_changed
          reading = READ_BY.map { |key| raw(key) }
          return if reading == @reading
          @reading = reading
          forget
          recall if keeps?
        end

        def known? = @known

        # @param place [Float] rad, as it was told until now @param told [Integer] counts that it is from now on
        def take(place, told)
          @zero += told * drive.radians - place
          @known = true
          return unless keeps?
          drive.memory.records[RECORD] = [(@zero / drive.radians).round, @reading]
          drive.memory.save
        end

        private

        def forget
          @zero = 0.0
          @known = false
        end

        def keeps?
          kind = raw("feedback.kind")
          kind == SEVERAL_TURNS || (kind == ALONG_A_SCALE && drive.profile.slides?)
        end

        def recall
          zero, reading = drive.memory.records[RECORD]
          return unless reading == @reading
          @zero = zero * drive.radians
          @known = true
        end
      end
    end
  end
end
