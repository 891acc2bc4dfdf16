# frozen_string_literal: true

module Gallop
  module Network
    # Whether an address that a drive is set to can be reached from this laptop's networks, and what to change at
    # which end if not.
    #
    #   Fit.new(IPAddr.new("192.168.30.11").to_i, IPAddr.new("255.255.255.0").to_i, interfaces).remedies
    class Fit
      # @param address, mask [Integer] of the drive @param interfaces [Array<Interface>] of the laptop
      # @param taken [Array<Integer>] addresses that somebody is known to have
      def initialize(address, mask, interfaces, taken: [])
        @taken = taken + interfaces.map(&:address) + [address]
        @address = address
        @mask = mask
        @interfaces = interfaces.reject(&:loopback?)
      end

      # Both ends must take each other for neighbours, or one of them answers into the void.
      def fits? = problems.empty? && @interfaces.any? { |interface| neighbour?(interface) }

      # What is wrong with the address or the mask itself. @return [Array<String>]
      def problems
        [
          ("#{dotted(@mask)} is no mask: its ones must stand together at the left" unless mask?),
          ("#{dotted(@address)} is the address of the network itself" if mask? && host.zero? && @mask != 0xFFFFFFFF),
          (
            if mask? && host == (~@mask & 0xFFFFFFFF) && @mask < 0xFFFFFFFE
              "#{dotted(@address)} is the broadcast address of its network"
            end
          )
        ].compact
      end

      # @return [String] one sentence
      def sentence
        return "#{problems.first}." if problems.any?
        return "#{here} fits this laptop's network #{dotted(neighbour.network)}." if fits?
        return "#{here}. This laptop has no network address besides its own loopback." if @interfaces.empty?
        "#{here}. This laptop is in " \
          "#{
            @interfaces
              .map do |interface|
                "#{dotted(interface.network)} (#{interface.name}, " \
                  "#{interface})"
              end
              .join(" and in ")
          }: " \
          "the network parts differ, so neither end finds the other."
      end

      # What to change, at either end. @return [Array<String>]
      def remedies
        return [] if fits?
        return ["Set a mask such as 255.255.255.0 and an address with a host part at the drive."] if problems.any?
        [at_the_laptop, *@interfaces.map { |interface| at_the_drive(interface) }]
      end

      def network = @address & @mask

      private

      def host = @address & ~@mask & 0xFFFFFFFF
      def dotted(number) = Network.dotted(number)
      def mask? = ((~@mask & 0xFFFFFFFF) + 1).to_s(2).count("1") == 1 && @mask != 0
      def neighbour?(interface) = interface.reaches?(@address) && (interface.address & @mask) == network
      def neighbour = @interfaces.find { |interface| neighbour?(interface) }
      def here =
        "The drive is set to #{dotted(@address)} with mask #{dotted(@mask)}, which is network #{dotted(network)}"

      def at_the_laptop
        "At the laptop: give the network port an address such as #{free_in(network, @mask)} with mask #{dotted(@mask)}."
      end

      def at_the_drive(interface)
        "At the drive: set an address such as #{free_in(interface.network, interface.mask)} with mask " \
          "#{dotted(interface.mask)}, to reach it over #{interface.name}."
      end

      # A host part well inside the network that nobody is known to have: neither the network's own address nor its
      # broadcast.
      # @return [String]
      def free_in(network, mask)
        last = (~mask & 0xFFFFFFFF) - 1
        middle = [200, last].min
        free =
          [*middle.downto([middle - 199, 1].max), *(middle + 1..[last, middle + 55].min)].map { |host| network | host }
            .find { |one| !@taken.include?(one) }
        free ? dotted(free) : "that is free, in #{dotted(network)}"
      end
    end
  end
end
