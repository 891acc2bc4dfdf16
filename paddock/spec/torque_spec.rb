# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe "Torque profile" do
  before { commissioned("Carriage") }

  def by_torque(percent)
    write("control.mode", 4)
    enable
    write("torque.target", percent)
  end

  # 20 % of 1.27 N·m are 0.254 N·m; against a shaft that is held, all of it is in the air gap.
  it "drives with the torque that is asked for, in either direction, against a shaft that stands" do
    @stand_in.axis.mechanics.load_torque = 50.0 # as dry friction would: more than the motor has
    by_torque(20)
    pass(0.3)
    expect([read("motor.torque"), rpm.abs]).to match([be_within(0.5).of(20), be < 5])
    write("torque.target", -35)
    pass(0.3)
    expect(read("motor.torque")).to be_within(0.5).of(-35)
    expect(read("control.status").to_i[10]).to eq(1)
  end

  it "holds the speed at its limit, driven or dragged" do
    write("limits.motor_speed", 500)
    by_torque(60)
    pass(1.5)
    expect(rpm).to be_within(10).of(500)
    expect(read("control.status").to_i[10]).to eq(0)
    write("torque.target", 0)
    @stand_in.axis.hand_torque = -0.15
    pass(1.5)
    expect(rpm).to be_within(20).of(-500)
    expect(fault).to eq(0)
  end

  it "asks for no more than envelope and torque limit leave" do
    @stand_in.axis.mechanics.load_torque = 50.0
    write("envelope.torque", 50)
    write("limits.torque", 100)
    by_torque(300)
    pass(0.3)
    expect(read("motor.torque")).to be_within(0.8).of(50)
  end

  it "comes to rest by the ramp when halted and by the quick stop, with the whole torque" do
    by_torque(30)
    pass(0.8)
    expect(rpm).to be > 200
    write("control.word", 0x10F)
    expect(pass_until(1.5) { rpm.abs < 2 }).to be(true)
    write("control.word", 0x0F)
    pass(0.8)
    write("control.word", 2)
    expect(pass_until(0.8) { rpm.abs < 2 }).to be(true)
    expect(pass_until(1.0) { state == :switch_on_disabled }).to be(true)
  end

  it "is not what the next enabling begins with, once it was set to nothing" do
    by_torque(0)
    pass(0.5)
    expect([rpm.abs < 1, read("motor.torque")]).to match([true, be_within(1).of(0)])
  end
end
