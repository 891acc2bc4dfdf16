# frozen_string_literal: true

module Motion
  # Values that can start a motor by themselves, or let one run away, are never written by the way: each takes a yes
  # of its own.
  class Unconfirmed < Gallop::Refusal
    kind :not_now

    attr_reader :hazards

    # @param hazards [Hash{Gallop::Objects::Entry => Object}] raw by entry
    def initialize(hazards)
      @hazards = hazards
      super(
        "#{hazards.keys.map { |entry| "#{entry.name}: #{entry.hazard}" }.join(" ")} An " \
          "explicit yes is needed for each " \
          "(hazards: #{hazards.keys.map(&:key).join(", ")})."
      )
    end
  end
end
