# frozen_string_literal: true

require_relative "../core_helper"

# Each thing that a round of the wires can notice, by the bits and counters that a drive tells.
RSpec.describe Gallop::Terminals::Round do
  # @param steps [Array<Array(Symbol, Integer)>] [:push, n], [:hold, n], [:announce, n] or [:chatter, n]
  def went(steps, wires: { 1 => "start", 3 => "photo eye" }, on: 0)
    round = described_class.new(wires: wires)
    bits = on
    changes = [0] * 6
    at = 0.0
    look = -> { round.look(at += 0.2, bits, changes.dup) }
    look.call
    steps.each do |what, n|
      next round.announce(n) if what == :announce
      times = { push: 2, hold: 1, chatter: 5 }.fetch(what)
      times.times do |time|
        bits ^= 1 << (n - 1)
        changes[n - 1] += 1
        look.call if what != :chatter || time == times - 1
      end
    end
    look.call
    round
  end

  def ids(...) = went(...).findings.map(&:id)

  it "is proven once both states of each contact were seen, in any order" do
    round = went([[:push, 3], [:push, 1]])
    expect([round.passed?, round.findings]).to eq([true, []])
    expect(round.seen.map { |one| [one.number, one.at.round(1), one.back.round(1)] }).to eq(
      [[1, 0.8, 1.0], [3, 0.4, 0.6]]
    )
  end

  it "counts an opening contact by what it does" do
    expect(went([[:push, 1], [:push, 3]], on: 0b101)).to be_passed
  end

  it "names what moved instead of what was announced" do
    round = went([[:announce, 3], [:push, 4], [:push, 1]])
    expect(round.findings.map(&:headline)).to eq(["D3 (photo eye) was to move, D4 did"])
    expect(went([[:announce, 3], [:push, 4], [:announce, 3], [:push, 3], [:push, 1]]).findings.map(&:id)).to eq(
      %w[uninvited]
    )
    expect(ids([[:announce, 3], [:push, 3], [:push, 1]])).to be_empty
  end

  it "says what never moved, and what never came back" do
    expect(ids([[:push, 1]])).to eq(%w[silent])
    expect(ids([[:push, 1], [:hold, 3]])).to eq(%w[never_back])
  end

  it "says what changed faster than a hand can" do
    round = went([[:push, 1], [:chatter, 3], [:hold, 3]])
    expect(round.findings.map(&:headline)).to eq(["D3 (photo eye): 6 changes, more than were made by hand"])
  end

  it "says what moved and is not known" do
    expect(ids([[:push, 1], [:push, 3], [:push, 6]])).to eq(%w[uninvited])
  end
end
