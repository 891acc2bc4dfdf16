# frozen_string_literal: true

module Gallop
  module Objects
    # What a drive will make of a value that is not written yet: rounded to its steps, and in force only as far as
    # another value lets it.
    #
    #   Foresight.new(profile, raw_by_key).of(profile.fetch("ramps.acceleration"), 5000)   # => [ "…" ]
    class Foresight
      # @param values [Hash{String => Object}] raw by key, as they will stand
      def initialize(profile, values)
        @profile = profile
        @values = values
      end

      # @return [Array<String>] sentences; none where it will be as it is
      def of(entry, raw) = entry.text? ? [] : [rounded(entry, raw), bounded(entry, raw)].compact

      private

      def rounded(entry, raw)
        made = entry.on_grid(raw)
        return if made == raw
        "The drive takes #{entry.show(made)}: it goes in steps of #{Quantities.format(entry.grid, entry.unit, 0)}."
      end

      def bounded(entry, raw)
        bound = entry.held_by && @profile[entry.held_by] or return
        raw_bound = @values[bound.key] or return
        most = bound.figure(raw_bound) - entry.held_margin
        return if entry.figure(raw) <= most
        "No more than #{Quantities.format(most, bound.unit, bound.decimals_shown)} counts: " \
          "#{bound.name} is #{bound.show(raw_bound)}."
      end
    end
  end
end
