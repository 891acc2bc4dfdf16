# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Feedback::Turn do
  # Looks at a device of the plant while its shaft is turned, as often as the live figures come.
  def looks(turns: 1.0, counts: 10_000, kind: "incremental_halls", pole_pairs: 4, per_turn: 100, scale: 1.0)
    encoder = Gallop::Plant::Encoder.new(counts_per_turn: counts, kind: kind, pole_pairs: pole_pairs)
    encoder.powered = true
    yield encoder if block_given?
    fine = (turns.abs * 6000).round
    (0..fine).filter_map do |step|
      angle = (step * turns / fine + 0.003) * Gallop::Plant::TWO_PI * scale
      encoder.read(angle)
      next unless (step % (6000 / per_turn)).zero?
      described_class::Look.new(
        count: encoder.count,
        halls: encoder.halls(angle),
        index_count: encoder.index_count,
        index_distance: encoder.index_distance
      )
    end
  end

  def turn(looks, turns: 1, counts: 10_000, pole_pairs: 4, **more) =
    described_class.new(looks, turns: turns, counts: counts, pole_pairs: pole_pairs, **more)
  def ids(...) = turn(...).findings.map(&:id)

  it "has nothing to say when all is as it should be" do
    seen = turn(looks(turns: 2.0), turns: 2, index: true)
    expect(seen).to have_attributes(
      counts_seen: 20_000,
      counts_expected: 20_000,
      index_pulses: 2,
      forward_steps: 48,
      backward_steps: 0,
      findings: []
    )
    expect(ids(looks(turns: -1.0), turns: -1, index: true)).to be_empty
    expect(ids(looks(counts: 24, kind: "halls"), counts: 24, halls_alone: true)).to be_empty
    expect(ids(looks(kind: "absolute", counts: 131_072), counts: 131_072)).to be_empty
  end

  it "follows a count that wraps" do
    wrapped = [0x7FFFFFFE, -0x7FFFFFFE].map { |count| described_class::Look.new(count: count) }
    expect(turn(wrapped).counts_seen).to eq(4)
  end

  # Each fault of the wiring, and what it is called.
  it("names exchanged channels") do
    expect(ids(looks { |encoder| encoder.channels_exchanged = true })).to eq(["channels_exchanged"])
  end
  it("names an index on a channel's wire") do
    expect(ids(looks { |encoder| encoder.index_exchanged = true }, index: true)).to eq(["index_on_a_channel"])
  end
  it("names exchanged hall wires beside an encoder") do
    expect(ids(looks { |encoder| encoder.hall_order = 4 })).to eq(["halls_exchanged"])
  end
  it("names exchanged hall wires where there is nothing else") do
    expect(
      ids(looks(counts: 24, kind: "halls") { |encoder| encoder.hall_order = 3 }, counts: 24, halls_alone: true)
    ).to eq(["halls_exchanged"])
  end
  it("names a missing supply") { expect(ids(looks { |encoder| encoder.powered = false })).to eq(["silent"]) }

  it "says a missing supply of halls by their state" do
    finding =
      turn(
        looks(counts: 24, kind: "halls") { |encoder| encoder.powered = false },
        counts: 24,
        halls_alone: true
      ).findings.first
    expect(finding).to have_attributes(id: "silent", because: /All hall sensors are off/)
  end

  it "tells a device that looks the other way from exchanged channels" do
    expect(ids(looks(turns: -1.0), turns: 1)).to eq(["counts_backward"])
    expect(turn(looks(turns: -1.0), turns: 1).findings.first.because).to match(/halls run backward with it/)
  end

  it "names the mistake behind a wrong count by its ratio" do
    expect(turn(looks, counts: 2500).findings.first.because).to match(/Four times/)
    expect(turn(looks, counts: 40_000).findings.first.because).to match(/quarter/)
    expect(turn(looks, counts: 20_000).findings.first.because).to match(/channels may be missing/)
    expect(ids(looks(scale: 1.07))).to be_empty
    expect(ids(looks(scale: 1.10))).to eq(["counts_wrong"])
  end

  it "finds pole pairs that do not go with the halls, and forgives a hand" do
    expect(turn(looks, pole_pairs: 5).findings.map(&:headline).first).to match(
      /24 hall steps in 1.0 turn are 4.0 pole pairs; 5 are given/
    )
    expect(ids(looks(scale: 0.96))).to be_empty
  end

  it "finds a hall that does not change, and states that are none" do
    stuck = looks.map { |look| look.with(halls: look.halls | 0b010) }
    expect(ids(stuck)).to include("halls_invalid")
    missing = looks.map { |look| look.with(halls: look.halls & 0b101) }
    expect(ids(missing)).to include("halls_invalid")
    two =
      looks.map { |look| look.with(halls: { 0b010 => 0b011, 0b110 => 0b100 }.fetch(look.halls, look.halls) & 0b111) }
    expect(ids(two.map { |look| look.with(halls: look.halls == 0b100 ? 0b101 : look.halls) })).to include(
      "hall_missing"
    )
  end

  it "misses halls that the device should have" do
    dark = looks.map { |look| look.with(halls: 0) }
    expect(ids(dark, halls: true)).to eq(["halls_invalid"])
    expect(ids(dark)).to be_empty
  end

  it "does not judge an order that it could not see" do
    expect(ids(looks(per_turn: 8))).to include("too_quick")
  end

  it "misses an index that never comes, after more than a turn" do
    silent = looks(turns: 2.0).map { |look| look.with(index_count: 0, index_distance: 0) }
    expect(ids(silent, turns: 2, index: true)).to eq(["index_missing"])
    expect(ids(silent, turns: 2, index: false)).to be_empty
  end

  it "finds counts that are lost between two index pulses" do
    lost = looks(turns: 2.0).map { |look| look.with(index_distance: 9970) }
    expect(ids(lost, turns: 2, index: true)).to eq(["index_distance_wrong"])
  end
end
