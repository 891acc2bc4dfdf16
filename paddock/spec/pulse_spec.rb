# frozen_string_literal: true

require_relative "paddock_helper"

# Pulses at the input of a battery drive: 1000 to 2000 µs, 30 µs of deadband on either side of 1500. The tug may turn
# 2400 rpm.
RSpec.describe Gallop::Paddock::Firmware::PulseCommand do
  before { commissioned("Roll tug") }

  def axis = @stand_in.axis

  def followed(function, **settings)
    write("pulse.function", function)
    settings.each { |name, figure| write("pulse.#{name}", figure) }
    axis.pulse_width = 1500.0
    enable
    pass(0.01)
  end

  def pulse(width, seconds = 4)
    axis.pulse_width = width
    pass(seconds)
  end

  # (1750 − 1530)/(2000 − 1530) = 0.4681; (1470 − 1250)/(1470 − 1000) = 0.4681
  { 1500.0 => 0, 1529.0 => 0, 1750.0 => 0.4681, 2000.0 => 1.0, 2400.0 => 1.0, 1250.0 => -0.4681 }.each do |width, share|
    it "turns with #{share} of its highest speed at #{width.round} µs" do
      followed(1)
      pulse(width)
      expect([fault, rpm]).to match([0, be_within(25).of(2400 * share)])
      expect(read("pulse.width")).to eq(width)
    end
  end

  it "does below the centre what is set: brakes, reverses, or brakes first" do
    followed(1, reverse: 0)
    pulse(1250.0)
    expect(rpm).to be_within(2).of(0)
    write("pulse.reverse", 2)
    pulse(1750.0)
    pulse(1250.0, 0.3)
    expect(rpm).to be > 0
    pulse(1250.0)
    expect(rpm).to be_within(25).of(-1123)
  end

  it "is held to the envelope" do
    write("envelope.speed", 5)
    followed(1)
    pulse(2000.0)
    expect(rpm).to be_within(12).of(120)
  end

  it "stops with a fault when the pulse is lost, and cannot be reset before one comes" do
    followed(1)
    pulse(1750.0, 3)
    axis.pulse_width = nil
    expect(pass_until(0.3) { fault == 0xFF40 }).to be(true)
    expect(pass_until(3) { state == :fault }).to be(true)
    write("control.word", 0x80)
    pass(0.1)
    expect(fault).to eq(0xFF40)
    axis.pulse_width = 1500.0
    pass(0.01)
    write("control.word", 0)
    write("control.word", 0x80)
    pass(0.1)
    expect(fault).to eq(0)
  end

  # (1600 − 1530)/470 of 2.3 · 2.4 N·m, by 0.12 N·m/A
  it "does nothing with a stick that is held while it is enabled, until that was released" do
    followed(1)
    write("control.word", 0)
    axis.pulse_width = 1750.0
    enable
    pass(1)
    expect(rpm).to be_within(1).of(0)
    pulse(1500.0, 0.1)
    pulse(1750.0)
    expect(rpm).to be_within(25).of(1123)
  end

  it "is lost by a width that cannot be, as by none" do
    followed(1)
    pulse(1750.0, 3)
    axis.pulse_width = 2700.0
    expect(pass_until(0.3) { fault == 0xFF40 }).to be(true)
    expect(pass_until(3) { rpm.abs < 1 }).to be(true)
  end

  # x = 0.4681: 0.5 · 0.4681 + 0.5 · 0.1026
  it "is softer around the centre by its curve, and slower by its ramp" do
    followed(1, curve: 50, ramp: 2)
    pulse(1750.0, 0.2)
    expect(rpm).to be_between(60, 300)
    pulse(1750.0)
    expect(rpm).to be_within(25).of(2400 * 0.2853)
  end

  # 20 % of 2.4 N·m, by 0.12 N·m/A
  it "brakes with a torque of its own" do
    followed(2, reverse: 0, brake_torque: 20)
    pulse(2000.0, 0.6)
    axis.pulse_width = 1000.0
    pass(0.05)
    current = Array.new(40) { pass(0.001) && read("motor.torque_current") }.sum / 40
    expect(current).to be_within(0.6).of(-4.0)
  end

  it "asks for torque, and brakes below the centre without going backward" do
    followed(2, reverse: 0)
    pulse(1600.0, 0.4)
    asked = (1600 - 1530) / 470.0 * [2.3 * 2.4, 50 * 0.12].min
    current =
      Array
        .new(200) do
          pass(0.001)
          read("motor.torque_current")
        end
        .sum / 200
    expect(current).to be_within(0.5).of(asked / 0.12)
    pulse(1600.0, 0.5)
    quick = rpm
    expect(quick).to be > 300
    pulse(1100.0, 4)
    expect(rpm).to be_within(15).of(0)
  end

  it "does not exceed its highest speed by torque" do
    followed(2)
    pulse(2000.0, 4)
    expect([fault, rpm]).to match([0, be_between(2160, 2420)])
  end

  it "changes hands at standstill only, and takes the network's target where nothing is set" do
    enable
    write("speed.target", 300)
    write("pulse.function", 1)
    pulse(2000.0, 2)
    expect(rpm).to be_within(12).of(300)
  end
end
