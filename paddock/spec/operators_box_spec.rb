# frozen_string_literal: true

require_relative "paddock_helper"

# What arrives at the terminals, by contact, wire and source, without a drive.
RSpec.describe Gallop::Paddock::OperatorsBox do
  let(:box) { described_class.new(seed: 3) }

  def steps(count = 3, angle = nil) = count.times { box.step(0.001, angle) }
  def closed = box.closed.each_index.select { |n| box.closed[n] }.map(&:succ)

  it "closes a terminal while its contact is operated, or while an opening one is not" do
    box.contacts[1].operated = true
    box.contacts[4].opening = true
    steps
    expect(closed).to eq([2, 5])
    box.contacts[4].operated = true
    steps
    expect(closed).to eq([2])
  end

  it "brings a wire to where it was laid, to nothing, or to 24 V" do
    box.contacts[0].operated = true
    { 1 => [1], 4 => [4], 0 => [] }.each do |terminal, arrives|
      box.contacts[0].lands_on = terminal
      steps
      expect(closed).to eq(arrives)
    end
    box.contacts[0].operated = false
    box.contacts[0].lands_on = 1
    box.contacts[0].shorted = true
    steps
    expect(closed).to eq([1])
  end

  it "chatters for as long as it bounces, and then stays" do
    box.contacts[2].bounce = 0.05
    box.contacts[2].operated = true
    seen = Array.new(100) { steps(1).then { box.closed[2] } }
    changes = seen.each_cons(2).count { |before, after| before != after }
    expect([changes, seen.last(45).uniq]).to match([be > 3, [true]])
  end

  it "lets the machine operate its switches, once they are in place" do
    box = described_class.new(cams: [described_class::Cam.new(contact: 6, from: 10.0, to: nil)], opening: [6])
    box.switches_in_place(true)
    looks = [0.0, 9.9, 10.1, 400.0, 9.0, nil].map { |angle| box.step(0.001, angle).then { box.closed[5] } }
    expect(looks).to eq([true, true, false, false, true, true])
  end

  it "converts voltages with 12 bits, an offset and some noise, up to its ends" do
    box = described_class.new(offsets: [0.05, -0.02])
    box.sources[0].volts = 4.0
    box.sources[1].volts = 12.0
    seen = Array.new(200) { box.step(0.001, nil).then { box.volts.dup } }.transpose
    expect(seen[0]).to all(be_within(0.006).of(4.05))
    expect(seen[0].uniq.size).to be_between(2, 3)
    expect(seen[0]).to all(satisfy { |volts| (volts / (20.0 / 4096)).round(6) % 1 == 0 })
    expect(seen[1].uniq).to eq([2047 * 20.0 / 4096])
  end

  it "brings nothing of a source whose wire is off, and the opposite of one that is reversed" do
    box.sources[0].volts = box.sources[1].volts = 5.0
    box.sources[0].connected = false
    box.sources[1].reversed = true
    steps
    expect(box.volts).to match([be_within(0.006).of(0), be_within(0.006).of(-5)])
    box.sources[1].noise = 1.0
    seen = Array.new(100) { steps(1).then { box.volts[1] } }
    expect(seen.max - seen.min).to be > 1.5
  end
end
