# frozen_string_literal: true

module Motion
  # Values that can start a motor by themselves, or let one run away, are never written by the way: each takes a yes
  # of its own.
  class Unconfirmed < StandardError
    attr_reader :hazards

    # @param hazards [Array<Gallop::Objects::Entry>]
    def initialize(hazards)
      @hazards = hazards
      super("#{hazards.map { |entry| "#{entry.name}: #{entry.hazard}" }.join(' ')} An explicit yes is needed for each " \
            "(hazards: #{hazards.map(&:key).join(', ')}).")
    end
  end
end
