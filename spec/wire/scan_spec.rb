# frozen_string_literal: true

require "rails_helper"

RSpec.describe Wire::Scan, :paddock do
  it "finds drives among many places at once, and counts what it has looked at" do
    others = Array.new(60) { |n| ["127.0.0.1", 2 + n] }
    scan = described_class.new(others + @paddock.ports.values.map { |port| ["127.0.0.1", port] })
    found = []
    scan.run { |answer| found << answer }
    expect(found.select(&:identity).map { |answer| answer.identity.serial }).to contain_exactly(
      "20417",
      "31882",
      "40955"
    )
    expect([scan.done, scan.progress]).to eq([63, 1.0])
  end

  it "stops looking when it is cancelled" do
    scan = described_class.new(Array.new(500) { |n| ["127.0.0.1", 2 + n] })
    scan.cancel
    scan.run { |_| raise "nothing is looked at" }
    expect(scan.done).to eq(0)
  end
end
