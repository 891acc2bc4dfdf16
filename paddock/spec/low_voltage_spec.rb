# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Firmware::LowVoltage do
  before { commissioned("Roll tug") }

  it "turns its motor by three hall sensors alone, both ways" do
    enable
    [600, -300].each do |speed|
      write("speed.target", speed)
      pass(3)
      expect(fault).to eq(0)
      expect(rpm).to be_within(12).of(speed)
    end
  end

  it "comes to rest by the ramp" do
    enable
    write("speed.target", 800)
    pass(3)
    write("control.word", 2)
    expect(pass_until(3) { state == :switch_on_disabled }).to be(true)
    pass(1)
    expect(rpm).to be_within(2).of(0)
  end

  it "draws on its battery and gives back to it when it brakes" do
    enable
    write("speed.target", 2000)
    pass(3)
    expect(read("statistics.motoring_energy")).to be > 40
    drawn = @stand_in.axis.bus.charge_drawn
    write("ramps.deceleration", 20_000)
    write("speed.target", 0)
    pass(0.2)
    expect(read("statistics.regenerated_energy")).to be > 1
    expect(@stand_in.axis.bus.charge_drawn).to be < drawn + 0.5
  end

  it "shows one of six hall states, and none without their supply" do
    @stand_in.axis.hand_torque = 0.3
    seen =
      Array
        .new(600) do
          pass(0.002)
          read("feedback.halls")
        end
        .uniq
    expect(seen - [0b001, 0b011, 0b010, 0b110, 0b100, 0b101]).to be_empty
    expect(seen.size).to eq(6)
    @stand_in.axis.encoder.powered = false
    pass(0.01)
    expect([read("feedback.halls"), fault]).to eq([0, 0x7305])
  end

  it "keeps nothing when power goes: factory values, and a start that looks like the first" do
    expect(read("motor.pole_pairs")).to eq(4)
    write("limits.motor_speed", 2222)
    @stand_in.mains = false
    pass(2)
    expect(@stand_in.state).to eq(:off)
    @stand_in.mains = true
    pass(3)
    expect([read("limits.motor_speed"), read("device.starts")]).to eq([3000, 1])
    expect(@stand_in.profile["storage.store"]).to be_nil
  end
end
