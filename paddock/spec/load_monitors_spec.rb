# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe "What is watched of load, resistor and mains" do
  def go(speed, seconds)
    write("speed.target", speed)
    pass(seconds)
  end

  it "trips on a motor that stands under torque, after the time and not below the level" do
    commissioned("Carriage")
    write("monitors.stall_level", 80)
    write("monitors.stall_time", 300)
    enable
    @stand_in.axis.mechanics.load_torque = 100.0
    write("limits.torque", 60)
    go(300, 1.0)
    expect(fault).to eq(0)
    write("limits.torque", 120)
    expect(pass_until(1.0) { fault != 0 }).to be(true)
    expect(fault).to eq(0x7121)
  end

  it "takes a motor that turns under torque, or is not told to turn, for none that is stalled" do
    commissioned("Head lift")
    write("monitors.stall_level", 5)
    write("monitors.stall_time", 100)
    start_anew
    enable
    go(0, 1.0) # it holds its load
    go(300, 1.0)
    expect([fault, read("motor.torque").abs > 5]).to eq([0, true])
  end

  it "trips on a load that is missing, and not as long as it is there" do
    commissioned("Web feed")
    write("monitors.underload_level", 25)
    write("monitors.underload_time", 1)
    @stand_in.axis.mechanics.load_torque = 5.0
    enable
    go(900, 4.0)
    expect(fault).to eq(0)
    @stand_in.axis.mechanics.load_torque = 0.0
    expect(pass_until(2.0) { fault != 0 }).to be(true)
    expect(fault).to eq(0xFF41)
  end

  # 375 V at 60 Ω are 2.3 kW while it chops.
  it "trips on a braking resistor that takes more than it stands, and waits until it has cooled" do
    commissioned("Carriage") do |drive|
      drive["mechanics"] = { "inertia" => 6e-3, "coulomb" => 0.05 }
      drive["supply"]["brake_resistance"] = 90
    end
    {
      "supply.brake_resistor" => 1,
      "supply.resistor_ohms" => 90,
      "supply.resistor_power" => 20,
      "supply.resistor_energy" => 150,
      "ramps.acceleration" => 20_000,
      "ramps.deceleration" => 20_000
    }.each { |key, figure| write(key, figure) }
    enable
    expect(
      pass_until(20.0, step: 0.9) { write("speed.target", read("speed.target").positive? ? 0 : 3000) || fault != 0 }
    ).to be(true)
    expect(fault).to eq(0x7112)
    expect(@stand_in.axis.bus.resistor_energy).to be > 150
  end

  it "tells a missing mains phase by the ripple of the bus, or trips on it" do
    commissioned("Web feed") { |drive| drive["supply"]["ripple"] = true }
    @stand_in.axis.mechanics.load_torque = 8.0
    enable
    go(1400, 4.0)
    warned = -> { read("control.status") & 0x80 != 0 }
    expect(warned.call).to be(false)
    @stand_in.axis.bus.line_lost = true
    pass(1.5)
    expect([warned.call, fault]).to eq([true, 0])
    @stand_in.axis.bus.line_lost = false
    pass(0.5)
    expect(warned.call).to be(false)
    write("monitors.mains_phase", 2)
    @stand_in.axis.bus.line_lost = true
    expect(pass_until(2.0) { fault != 0 }).to be(true)
    expect(fault).to eq(0x3130)
  end
end
