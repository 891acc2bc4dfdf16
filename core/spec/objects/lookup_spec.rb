# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Objects::Lookup do
  let(:lookup) { described_class.of(Gallop::Objects::Profile.load("haflinger")) }

  def first(query) = lookup.find(query).first&.key

  it "finds by index in hexadecimal and decimal, with and without sub-index, and by register" do
    {
      "6083" => "ramps.acceleration",
      "0x6083" => "ramps.acceleration",
      "24707" => "ramps.acceleration",
      "607d:02" => "position.limit_high",
      "607D:02" => "position.limit_high",
      "24701:2" => "position.limit_high",
      "1156" => "ramps.acceleration"
    }.each { |query, key| expect([query, first(query)]).to eq([query, key]) }
  end

  it "puts a name before a synonym, a synonym before a key, and all before the meaning" do
    expect(first("deceleration")).to eq("ramps.deceleration")
    expect(first("pole pairs")).to eq("motor.pole_pairs")
    expect(first("emergency ramp")).to eq("ramps.quick_stop")
    found = lookup.find("magnets")
    expect(found.map(&:key)).to include("motor.peak_current")
  end

  it "asks for every word, in any order" do
    expect(lookup.find("limit torque").map(&:key)).to include("limits.torque")
    expect(lookup.find("limit torque zebra")).to be_empty
    expect([lookup.find(""), lookup.find("   "), lookup.find(nil)]).to eq([[], [], []])
  end

  it "puts the setting before the figure, and the single one before one of many" do
    expect(first("speed limit")).to eq("limits.motor_speed")
    expect(lookup.find("accel").first(3).map(&:key)).to include("ramps.acceleration")
    expect(lookup.find("accel").map(&:key).index("ramps.acceleration")).to be <
      lookup.find("accel").map(&:key).index("moves.acceleration_1")
  end

  it "stands whatever is typed" do
    ["(", "[a-z", "\\", "🐎" * 100, "a " * 500, "%{n}", "*"].each { |query| expect(lookup.find(query)).to be_an(Array) }
  end
end
