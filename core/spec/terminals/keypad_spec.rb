# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Terminals::Keypad do
  subject(:keypad) { described_class.new(1500.0) }

  let(:leads) { false }

  # Pushed, and let go.
  def push(*keys, rests: true, free: true)
    [keys.sum { |key| described_class::BITS.fetch(key) }, 0].each do |pressed|
      keypad.step(pressed, leads: leads, rests: rests, free: free)
    end
  end

  it "takes command by the local key, at rest alone, and starts nothing by that" do
    push(:run)
    expect(keypad.run).to eq(0)
    push(:local, rests: false)
    expect(keypad.local?).to be(false)
    push(:local)
    expect([keypad.local?, keypad.run]).to eq([true, 0])
    push(:run)
    expect(keypad.run).to eq(1)
    push(:local, rests: false)
    expect([keypad.local?, keypad.run]).to eq([true, 1])
  end

  it "turns round at rest, and stops by its key, by a block and as soon as the motor may not run" do
    push(:local)
    push(:turn)
    push(:run)
    push(:turn, rests: false)
    expect(keypad.run).to eq(-1)
    push(:stop, rests: false)
    expect(keypad.run).to eq(0)
    push(:run)
    keypad.step(0, leads: false, rests: false, free: false)
    keypad.step(0, leads: false, rests: false, free: true)
    expect(keypad.run).to eq(0)
    push(:run)
    keypad.block
    expect(keypad.run).to eq(0)
  end

  it "moves its speed by a hundredth a push, within what there is" do
    12.times { push(:more) }
    2.times { push(:less) }
    expect(keypad.speed).to be_within(1e-9).of(150)
    120.times { push(:more) }
    expect(keypad.speed).to eq(1500)
  end

  describe "in the logic of a drive" do
    let(:profile) { Gallop::Objects::Profile.load("shire") }
    let(:values) { { "terminals.input_1_function" => 2, "network.command_source" => 2, "terminals.start_by" => 1 } }
    let(:logic) do
      Gallop::Terminals::Logic.new(Gallop::Terminals::Setup.new(profile, values)).tap { |one| one.begin([false] * 6) }
    end

    def pass(closed: false, key: nil, rests: true)
      [key ? described_class::BITS.fetch(key) : 0, 0].each do |keys|
        2.times do
          logic.step(
            contacts: [closed] + [false] * 5,
            volts: [0, 0],
            network: 300.0,
            ready: true,
            dt: 0.02,
            keys: keys,
            rests: rests
          )
        end
      end
    end

    it "leaves contacts no say while it is local, and no start by level that counts afterwards" do
      pass(key: :local)
      pass(closed: true)
      expect([logic.run, logic.source, logic.commands?]).to eq([0, :keys, true])
      3.times { pass(closed: true, key: :more) }
      pass(closed: true, key: :run)
      expect([logic.run, logic.speed]).to match([1, be_within(1e-9).of(90)])
      pass(closed: true, key: :stop)
      pass(closed: true, key: :local)
      pass(closed: true)
      expect(logic.run).to eq(0)
      pass(closed: false)
      pass(closed: true)
      expect(logic.run).to eq(1)
      pass(closed: true, key: :stop, rests: false)
      expect(logic.run).to eq(0)
    end

    it "commands by its keys where they are the source, at whatever speed is asked for" do
      values.merge!("network.command_source" => 3, "network.reference_source" => 4, "references.fixed" => 600)
      pass(closed: true)
      expect(logic.run).to eq(0)
      pass(key: :run)
      expect([logic.run, logic.speed]).to eq([1, 600.0])
    end
  end
end
