# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Terminals::Team do
  def member(place, size: 3, **more)
    defaults = { silence: 0.1, turned: false, follows: place > 1, takes_speed: place > 1 }
    described_class.new(described_class::Setting.new(place: place, size: size, **defaults, **more))
  end

  def word(place, count, **more)
    described_class::Word.new(place: place, count: count, ready: true, runs: false, well: true, follows: true, **more)
  end

  # Words that are said every 10 ms. @yieldparam count [Integer] @yieldreturn [Array<Word>]
  def hear(team, seconds, running: false)
    (seconds / 0.001).round.times do |n|
      @count = @count.to_i + 1 if (n % 10).zero?
      @words = yield(@count) if (n % 10).zero?
      team.step(@words, 0.001, running: running)
    end
  end

  it "lets the first begin once all others are heard, ready and set to follow" do
    team = member(1)
    expect(team.ready?).to be(false)
    hear(team, 0.05) { |count| [word(2, count)] }
    expect([team.ready?, team.heard, team.fit]).to eq([false, 0b010, 0b010])
    hear(team, 0.05) { |count| [word(2, count), word(3, count)] }
    expect([team.ready?, team.heard]).to eq([true, 0b110])
    { ready: false, well: false, follows: false }.each do |lack, as|
      hear(team, 0.05) { |count| [word(2, count), word(3, count, lack => as)] }
      expect([lack, team.ready?, team.heard, team.fit]).to eq([lack, false, 0b110, 0b010])
    end
  end

  it "loses one that is silent for its time, not sooner" do
    team = member(1, size: 2)
    hear(team, 0.05) { |count| [word(2, count, runs: true)] }
    expect(team.lost?).to be(false)
    hear(team, 0.085) { [] }
    expect(team.lost?).to be(false)
    hear(team, 0.02) { [] }
    expect([team.lost?, team.heard]).to eq([true, 0])
  end

  it "does not take a word that is never followed by another one for a sign of life" do
    team = member(1, size: 2)
    hear(team, 0.3) { [word(2, 7)] }
    expect(team.lost?).to be(true)
  end

  it "loses one with a fault, and one that does not run half a second after the first does" do
    team = member(1, size: 2)
    hear(team, 0.4, running: true) { |count| [word(2, count)] }
    expect(team.lost?).to be(false)
    hear(team, 0.2, running: true) { |count| [word(2, count)] }
    expect(team.lost?).to be(true)
    hear(team, 0.05) { |count| [word(2, count, well: false)] }
    expect(team.lost?).to be(true)
  end

  it "hands on what the first does, turned round where it is mounted so" do
    said = { runs: true, speed: 600.0, share: 0.4, brake: 0.0, by_torque: true, forward: 900.0, backward: 300.0 }
    likewise = member(2)
    turned = member(2, turned: true)
    [likewise, turned].each { |team| hear(team, 0.02) { |count| [word(1, count, torque: 0.5, haste: 0.1, **said)] } }
    expect([likewise.runs?, likewise.speed, likewise.share]).to eq([true, 600.0, 0.4])
    expect([likewise.torque, likewise.haste]).to eq([0.5, 0.1])
    expect([turned.speed, turned.share, turned.by_torque?]).to eq([-600.0, -0.4, true])
    expect([likewise.most(1), likewise.most(-1), turned.most(1), turned.most(-1)]).to eq([900.0, 300.0, 300.0, 900.0])
  end

  it "does nothing for a first that is not heard any more" do
    team = member(2)
    hear(team, 0.02) { |count| [word(1, count, runs: true, speed: 600.0)] }
    hear(team, 0.2) { [] }
    expect([team.runs?, team.speed, team.lost?, team.resets]).to eq([false, 0.0, true, nil])
  end

  it "stands still where two have the same place" do
    team = member(2)
    hear(team, 0.05) { |count| [word(1, count), word(2, count)] }
    expect([team.doubled?, team.lost?]).to eq([true, true])
    hear(team, 0.2) { |count| [word(1, count)] }
    expect([team.doubled?, team.lost?]).to eq([false, false])
  end

  it "is nothing to a drive that goes alone, or is commanded otherwise" do
    expect([member(0).lost?, member(0).ready?, member(2, follows: false).lost?]).to eq([false, true, false])
  end

  # One that was stopped by somebody does not run again as long as the first goes on.
  it "begins again only with a new start of the first" do
    setup =
      Gallop::Terminals::Setup.new(
        Gallop::Objects::Profile.load("fjord"),
        { "network.command_source" => 4, "network.reference_source" => 8, "team.place" => 2 }
      )
    logic = Gallop::Terminals::Logic.new(setup)
    logic.begin([false] * 6)
    team = member(2)
    step =
      lambda do |runs|
        hear(team, 0.02) { |count| [word(1, count, runs: runs, speed: 500.0)] }
        logic.step(contacts: [false] * 6, volts: [0.0, 0.0], network: 0.0, ready: true, dt: 0.02, team: team)
        [logic.run, logic.speed]
      end
    expect(step.(true)).to eq([1, 500.0])
    logic.block
    expect(step.(true)).to eq([0, 0.0])
    expect(step.(false)).to eq([0, 0.0])
    expect(step.(true)).to eq([1, 500.0])
  end
end
