# frozen_string_literal: true

module Gallop
  module Limits
    # The software limits of places, as a drive takes them.
    module Travel
      # @param values [Hash{String => Object}] raw by key; what was never read is as from the works
      # @return [Range] of counts, endless on a side without a limit; limits that exclude everything are none
      def self.of(profile, values)
        low, high =
          { "position.limit_low" => :min, "position.limit_high" => :max }.map do |key, side|
            entry = profile.fetch(key)
            raw = values.fetch(key) { entry.default_raw }
            raw == entry.raw_range.public_send(side) ? nil : raw
          end
        low && high && low > high ? (nil..nil) : (low..high)
      end
    end
  end
end
