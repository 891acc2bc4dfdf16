# frozen_string_literal: true

require_relative "core_helper"

RSpec.describe Gallop::Gait do
  { "walk" => 150, "trot" => 750, "canter" => 1800, "gallop" => 3000 }.each do |name, highest|
    it "holds #{name} to #{highest} of 3000 rpm, both ways" do
      gait = described_class.fetch(name)
      expect(gait.hold(9999, limit: 3000)).to be_within(1e-9).of(highest)
      expect(gait.hold(-9999, limit: 3000)).to be_within(1e-9).of(-highest)
      expect(gait.hold(100, limit: 3000)).to eq(100)
    end
  end

  it "knows its order and refuses what is none" do
    expect(described_class.fetch("trot")).to be_above(described_class.fetch("walk"))
    expect { described_class.fetch("amble") }.to raise_error(KeyError, /walk, trot, canter, gallop/)
  end
end
