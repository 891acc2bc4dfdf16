# frozen_string_literal: true

require_relative "paddock_helper"

# The drive's own keys, pushed by hands.
RSpec.describe Gallop::Paddock::OperatorsBox::Keypad do
  before { commissioned("Web feed") }

  def push(key, times = 1)
    times.times do
      @stand_in.axis.box.keypad.public_send(:"#{key}=", true)
      pass(0.2)
    end
  end

  def remote? = read("control.status").to_i[9] == 1
  def display = Gallop::Paddock::Firmware::Display.new(firmware).lines
  def refused(word) = firmware.objection(entry("control.word"), word)

  it "runs the motor once it is local, and a controller sees that and is refused" do
    expect([display, remote?]).to eq([["READY           ", "REM      NETWORK"], true])
    push(:local)
    push(:more, 20)
    push(:run)
    pass(1.5)
    expect(rpm).to be_within(12).of(300)
    expect([read("keys.local"), remote?, refused(0xF)]).to eq([1, false, :terminals])
    expect(display).to eq(["RUNS FWD  300rpm", "LOCAL     300rpm"])
    push(:stop)
    pass(1)
    expect([state, rpm.abs]).to match([:ready_to_switch_on, be < 5])
    push(:turn)
    push(:run)
    pass(1.5)
    expect(rpm).to be_within(12).of(-300)
  end

  it "obeys a quick stop of everybody, and waits for the run key then" do
    push(:local)
    push(:more, 20)
    push(:run)
    pass(1)
    write("control.word", 2)
    pass(1)
    expect([state, rpm.abs]).to match([:switch_on_disabled, be < 5])
    pass(1)
    expect(rpm.abs).to be < 5
    push(:run)
    pass(1.5)
    expect(rpm).to be_within(12).of(300)
  end

  it "stops by its key what the network runs, and takes nothing over while it runs" do
    enable
    write("speed.target", 600)
    pass(2)
    push(:local)
    expect(read("keys.local")).to eq(0)
    push(:stop)
    pass(1)
    expect([state, rpm.abs]).to match([:switch_on_disabled, be < 8])
  end

  it "tells a fault" do
    firmware.send(:trip, 0x7121)
    expect(display.first).to eq("FAULT 7121      ")
  end

  it "is there where the family has keys" do
    expect(@stand_in.axis.box.keypad).not_to be_nil
    commissioned("Carriage")
    expect(@stand_in.axis.box.keypad).to be_nil
  end
end
