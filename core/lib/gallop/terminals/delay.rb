# frozen_string_literal: true

module Gallop
  module Terminals
    # How long a contact takes to a controller that reads it over the network: it has to last for its debouncing, stands
    # at the next refresh of the drive, and is read in the next interval of the controller.
    #
    #   Delay.new(debounce: 0.005, interval: 0.010).latest   # => 0.016 (s)
    class Delay
      REFRESH = 0.001 # s in which a drive looks at its inputs

      # @param debounce [Float] s @param interval [Float] s between two reads of the controller
      def initialize(debounce:, interval:)
        @debounce = debounce
        @interval = interval
      end

      # s from the contact to the read
      def soonest = @debounce
      def latest = @debounce + REFRESH + @interval

      # s that a contact has to last to be read for sure: debounced both ways it is on for as long as it lasts
      def shortest = [@debounce, @interval].max + REFRESH

      # m by which a product goes on meanwhile, and by which two of the same differ. @param speed [Float] m/s
      def way(speed) = speed * latest
      def scatter(speed) = speed * (latest - soonest)

      # @param speed [Float] m/s of what passes
      def sentence(speed)
        seen =
          "The controller knows #{ms(soonest)} to #{ms(latest)} after the contact, and surely if that lasts " \
            "#{ms(shortest)}."
        return seen if speed.zero?
        "#{seen} The product has gone on by #{mm(way(speed))} at most, and differs by #{mm(scatter(speed))}."
      end

      private

      def ms(time) = Quantities.format(1000 * time, "ms", 0)
      def mm(way) = Quantities.format(1000 * way, "mm", 1)
    end
  end
end
