# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Network::Fit do
  def number(text) = IPAddr.new(text).to_i
  def laptop(*addresses) =
    [
      Gallop::Network::Interface.of("lo", "127.0.0.1", "255.0.0.0"),
      *addresses.map { |address, mask| Gallop::Network::Interface.of("eth0", address, mask) }
    ]
  def fit(address, mask, *own) = described_class.new(number(address), number(mask), laptop(*own))

  it "is content with two neighbours" do
    good = fit("192.168.30.11", "255.255.255.0", %w[192.168.30.5 255.255.255.0])
    expect(good).to have_attributes(fits?: true, remedies: [])
    expect(good.sentence).to match(/fits this laptop's network 192\.168\.30\.0/)
  end

  it "explains two networks, and what to change at which end" do
    other = fit("192.168.30.11", "255.255.255.0", %w[10.0.0.5 255.255.255.0])
    expect(other.fits?).to be(false)
    expect(other.sentence).to eq(
      "The drive is set to 192.168.30.11 with mask 255.255.255.0, which is network 192.168.30.0. This laptop is in " \
        "10.0.0.0 (eth0, 10.0.0.5/255.255.255.0): the network parts differ, so neither end finds the other."
    )
    expect(other.remedies).to eq(
      [
        "At the laptop: give the network port an address such as 192.168.30.200 with mask 255.255.255.0.",
        "At the drive: set an address such as 10.0.0.200 with mask 255.255.255.0, to reach it over eth0."
      ]
    )
  end

  # The laptop takes the drive for a neighbour; the drive, with its narrow mask, sends its answers elsewhere.
  it "notices masks that fit at one end alone" do
    expect(fit("192.168.30.11", "255.255.255.240", %w[192.168.30.100 255.255.255.0]).fits?).to be(false)
    expect(fit("192.168.31.11", "255.255.0.0", %w[192.168.30.100 255.255.255.0]).fits?).to be(false)
  end

  it "points at addresses that can be no drive's" do
    expect(fit("192.168.30.0", "255.255.255.0").sentence).to eq("192.168.30.0 is the address of the network itself.")
    expect(fit("192.168.30.255", "255.255.255.0").sentence).to eq(
      "192.168.30.255 is the broadcast address of its network."
    )
    expect(fit("192.168.30.1", "255.0.255.0").sentence).to match(/no mask: its ones must stand together/)
    expect(fit("192.168.30.1", "0.0.0.0").fits?).to be(false)
  end

  it "does not propose the address that is taken" do
    expect(fit("192.168.30.200", "255.255.255.0", %w[10.0.0.5 255.255.255.0]).remedies.first).to match(
      /192\.168\.30\.199/
    )
  end

  # /30 has two hosts, /29 six: neither the network's own address nor its broadcast is one of them.
  it "proposes an address that a host may have, and nobody is known to have" do
    expect(fit("192.168.30.1", "255.255.255.252", %w[10.0.0.1 255.0.0.0]).remedies.first).to include(
      "such as 192.168.30.2 "
    )
    expect(fit("192.168.30.1", "255.255.255.248", %w[10.0.0.1 255.0.0.0]).remedies.first).to include(
      "such as 192.168.30.6 "
    )
    known = %w[192.168.30.200 192.168.30.199].map { |one| number(one) }
    taken =
      described_class.new(number("192.168.30.1"), number("255.255.255.0"), laptop(%w[10.0.0.1 255.0.0.0]), taken: known)
    expect(taken.remedies.first).to include("such as 192.168.30.198 ")
  end

  it "says when the laptop has no network at all" do
    expect(fit("192.168.30.11", "255.255.255.0").sentence).to match(/no network address besides its own loopback/)
  end
end
