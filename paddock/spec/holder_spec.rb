# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Firmware::Holder do
  ours = Object.new
  theirs = Object.new

  before { commissioned("Carriage") }

  # @return [Symbol, nil] why it was refused
  def send_from(connection, key, figure)
    raw = entry(key).raw(figure)
    firmware.objection(entry(key), raw, from: connection) || (firmware.write(entry(key), raw, from: connection) && nil)
  end

  def hold_and_turn(connection)
    send_from(connection, "control.holder", 4711)
    send_from(connection, "control.watchdog_window", 400)
    send_from(connection, "envelope.speed", 5)
    [6, 7, 15].each { |word| send_from(connection, "control.word", word) }
    send_from(connection, "speed.target", 3000)
    keep_turning(connection, 0.6)
  end

  def keep_turning(connection, seconds)
    (seconds / 0.1).round.times do
      send_from(connection, "control.watchdog_token", 1)
      pass(0.1)
    end
  end

  it "takes everybody's words as long as nobody holds the drive, but for what is the holder's alone" do
    expect(send_from(theirs, "ramps.acceleration", 2000)).to be_nil
    expect(send_from(theirs, "envelope.speed", 50)).to eq(:not_held)
    expect(send_from(theirs, "control.watchdog_window", 100)).to eq(:not_held)
  end

  it "takes no word but a quick stop of anybody else" do
    hold_and_turn(ours)
    {
      "speed.target" => 10,
      "limits.motor_speed" => 4000,
      "envelope.speed" => 100,
      "control.watchdog_window" => 0,
      "control.holder" => 1,
      "control.watchdog_token" => 1,
      "control.word" => 0,
      "storage.store" => 0x65766173,
      "storage.restart" => 0x746F6F62
    }.each { |key, figure| expect(send_from(theirs, key, figure)).to eq(:held), key }
    expect(send_from(theirs, "control.word", 0x82)).to eq(:held)
    expect(rpm).to be_within(6).of(150)
    expect(send_from(theirs, "control.word", 2)).to be_nil
    keep_turning(ours, 1.0)
    expect(rpm.abs).to be < 1
  end

  it "is given to nobody while the stage is on, and not given back either" do
    enable
    expect(send_from(theirs, "control.holder", 1)).to eq(:enabled)
    write("control.word", 0)
    hold_and_turn(ours)
    expect(send_from(ours, "control.holder", 0)).to eq(:enabled)
  end

  it "stops at once when the holder's connection ends, and is free then, at its whole envelope" do
    hold_and_turn(ours)
    firmware.gone(ours)
    expect(fault).to eq(0x8130)
    expect(pass_until(1.0) { state == :fault }).to be(true)
    expect([read("control.holder"), read("control.watchdog_window"), read("envelope.speed")]).to eq([0, 0, 100.0])
    expect(send_from(theirs, "control.holder", 1)).to be_nil
  end

  it "does not mind the end of a connection that holds nothing" do
    hold_and_turn(ours)
    firmware.gone(theirs)
    keep_turning(ours, 0.3)
    expect(rpm).to be_within(6).of(150)
  end

  it "frees itself when the watchdog expires" do
    hold_and_turn(ours)
    pass(1.0)
    expect([fault, read("control.holder"), read("envelope.speed")]).to eq([0x8130, 0, 100.0])
  end

  it "frees itself of a holder that is silent for two seconds without enabling" do
    send_from(ours, "control.holder", 4711)
    keep_turning(ours, 3.0)
    expect(read("control.holder")).to eq(4711)
    pass(2.1)
    expect(read("control.holder")).to eq(0)
  end
end
