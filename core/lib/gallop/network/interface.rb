# frozen_string_literal: true

require "ipaddr"

module Gallop
  module Network
    # One IPv4 address of this laptop with its mask. Addresses are 32-bit numbers.
    Interface =
      Record.define(:name, :address, :mask) do
        # @param text [String] such as 192.168.30.5 @param mask [String] such as 255.255.255.0
        def self.of(name, text, mask) = new(name: name, address: IPAddr.new(text).to_i, mask: IPAddr.new(mask).to_i)

        def reaches?(other) = (other & mask) == network
        def network = address & mask
        def loopback? = (address >> 24) == 127
        def to_s = "#{Network.dotted(address)}/#{Network.dotted(mask)}"
      end
  end
end
