# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Network::Places do
  {
    "192.168.30.11" => [["192.168.30.11", 502]],
    "192.168.30.11-13" => [["192.168.30.11", 502], ["192.168.30.12", 502], ["192.168.30.13", 502]],
    "10.0.0.254-10.0.1.1:1502" => [["10.0.0.254", 1502], ["10.0.0.255", 1502], ["10.0.1.0", 1502], ["10.0.1.1", 1502]],
    "10.0.0.8/30" => [["10.0.0.9", 502], ["10.0.0.10", 502]],
    "127.0.0.1:15020-15021, drive-7.local" => [["127.0.0.1", 15_020], ["127.0.0.1", 15_021], ["drive-7.local", 502]],
    "10.0.0.1 10.0.0.1" => [["10.0.0.1", 502]]
  }.each { |typed, places| it("reads “#{typed}”") { expect(described_class.parse(typed)).to eq(places) } }

  {
    "" => /Nothing was typed/,
    "192.168.30.300" => /four numbers from 0 to 255/,
    "192.168.30" => /four numbers/,
    "10.0.0.9-3" => /smaller address comes first/,
    "10.0.0.1:0" => /1 to 65535/,
    "10.0.0.1:9-4" => /smaller one first/,
    "10.0.0.1:x" => /a port from 1/,
    "10.0.0.0/8" => /20 to 32 bits/,
    "10.0.0.0/20:1-100" => /too many/,
    "a_b" => /no address/,
    "10.0.0.1-10.9.0.1" => /too many/
  }.each do |typed, reason|
    it("says what is wrong with “#{typed}”") do
      expect { described_class.parse(typed) }.to raise_error(described_class::Unreadable, reason)
    end
  end
end
