# frozen_string_literal: true

require_relative "paddock_helper"

# Lines of a rig that make it less than ideal: refused where they are impossible, felt where they are given.
RSpec.describe "A rig as machines are" do
  def speed_at(target, seconds: 1.5)
    write("speed.target", target)
    pass(seconds)
    rpm
  end

  it "turns with a stage, a motor, a shaft and sensors that are not ideal" do
    commissioned("Carriage") do |drive|
      drive["stage"] = { "dead_time" => 1.2e-6, "drop" => 1.2, "resistance" => 0.05 }
      drive["motor"].update("saturation_current" => 12.0, "cogging_torque" => 0.02, "torque_ripple" => 0.01)
      drive["obstacles"] = { "stribeck_torque" => 0.02, "stribeck_speed" => 3.0, "backward_torque" => 0.01 }
      drive["feedback"].update("eccentricity" => 0.05, "jitter" => 2)
      drive["sensor"].update("range" => 30.0, "drift" => 0.0001)
      drive["supply"].update("ripple" => true, "phases" => 1)
      drive["bus_reading"] = { "gain" => 1.01, "offset" => -1.0 }
    end
    enable
    expect(speed_at(1000)).to be_within(40).of(1000)
    expect(speed_at(-500)).to be_within(40).of(-500)
    expect(fault).to eq(0)
    expect(read("bus.voltage")).to be_within(0.2).of(@stand_in.axis.bus.voltage * 1.01 - 1)
  end

  # An arm that is out of balance asks for its torque by the angle, at standstill too.
  it "holds an unbalanced arm" do
    commissioned("Carriage") { |drive| drive["obstacles"] = { "unbalance" => 0.3, "unbalance_turns" => 4.0 } }
    enable
    seen = Array.new(60) { speed_at(60, seconds: 0.1) && read("motor.torque") }
    expect(seen.max - seen.min).to be_between(40, 65) # of 1.27 N·m: 0.6 N·m from top to bottom are 47 %
  end

  it "lets its brake close where the holding voltage is too low, and not before the release time is over" do
    commissioned("Head lift") { |drive| drive["brake"].merge!("opens_at" => 0.8, "drops_at" => 0.4) }
    write("brake.release_time", 60)
    start_anew
    { 40 => true, 39 => false }.each do |voltage, open|
      write("brake.voltage_hold", voltage)
      enable
      pass_until(5) { firmware.loops_run? }
      expect(@stand_in.axis.brake.open?).to be(true)
      pass(0.3)
      expect([voltage, @stand_in.axis.brake.open?]).to eq([voltage, open])
      write("control.word", 0)
      pass(0.5)
    end
  end

  it "meets an end stop and stands there with the whole torque, until it is stopped" do
    commissioned("Carriage") { |drive| drive["obstacles"] = { "stop_high" => 60.0, "stop_stiffness" => 40.0 } }
    write("limits.torque", 50)
    enable
    write("speed.target", 300)
    pass(4.0)
    expect(@stand_in.axis.mechanics.angle).to be_within(0.1).of(60.0)
    expect(read("motor.torque").abs).to be_within(4).of(50)
  end

  it "turns with play, a mass of its own on the shaft and a load that comes in strokes" do
    commissioned("Carriage") do |drive|
      drive["mechanics"]["play"] = 0.01
      drive["appendage"] = { "inertia" => 2e-6, "stiffness" => 60.0, "damping" => 1e-3 }
      drive["obstacles"] = { "stroke_torque" => 0.5, "stroke_period" => 0.4, "stroke_share" => 0.25 }
    end
    enable
    expect(speed_at(600)).to be_within(60).of(600)
    torques = Array.new(100) { pass(0.01) && read("motor.torque") }
    expect(torques.max - torques.min).to be_between(20, 120) # of 1.27 N·m: the strokes are 39 %
    expect(speed_at(0)).to be_within(5).of(0)
    expect(fault).to eq(0)
  end

  it "turns a crank, and winds a roll" do
    [
      { "crank_inertia" => 2e-4, "ratio" => 4.0 },
      { "roll_inertia" => 0.5, "roll_core" => 0.08, "roll_layer" => 2e-4, "roll_tension" => 5.0, "ratio" => 5.0 }
    ].each do |varying|
      commissioned("Carriage") do |drive|
        drive["mechanics"] = drive["mechanics"].except("load_inertia", "stiffness", "damping").merge(varying)
      end
      enable
      expect(speed_at(600)).to be_within(60).of(600)
      expect(fault).to eq(0)
    end
  end

  {
    "play without a load" => [
      ->(d) { d["mechanics"] = { "inertia" => 1e-4, "play" => 0.01 } },
      /mechanics: play needs load_inertia and stiffness/
    ],
    "a roll on a belt" => [
      ->(d) { d["mechanics"]["roll_inertia"] = 1.0 },
      /mechanics: roll_inertia is of one mass, without stiffness/
    ],
    "strokes without an end" => [
      ->(d) { d["obstacles"] = { "stroke_share" => 1.5 } },
      /obstacles\.stroke_share: 1\.5 is impossible; 0\.0 to 1\.0 can be/
    ],
    "a mass on the shaft that rings beyond what can be reckoned" => [
      ->(d) { d["appendage"] = { "inertia" => 1e-7, "stiffness" => 100.0 } },
      /appendage: rings at 5033 Hz; up to 2500 Hz can be/
    ],
    "a stop without stiffness" => [
      ->(d) { d["obstacles"] = { "stop_high" => 1.0, "stop_stiffness" => 0.0 } },
      /obstacles\.stop_stiffness: 0\.0 is impossible; 0\.1 to 10000\.0 can be/
    ],
    "a dead time longer than a period" => [
      ->(d) { d["stage"] = { "dead_time" => 1e-3 } },
      /stage\.dead_time: 0\.001 is impossible/
    ],
    "five edges of halls" => [
      ->(d) { d["feedback"]["hall_errors"] = [1, 2, 3, 4, 5] },
      /feedback\.hall_errors: six figures in degrees are expected/
    ],
    "two phases of mains" => [->(d) { d["supply"]["phases"] = 2 }, /supply\.phases: 2 is none of 1, 3/],
    "cogging that drives" => [
      ->(d) { d["motor"]["cogging_torque"] = -1.0 },
      /motor\.cogging_torque: -1\.0 is impossible/
    ],
    "a stage of a colour" => [->(d) { d["stage"] = { "colour" => 1 } }, /stage: unknown key “colour”/]
  }.each do |what, (change, message)|
    it "refuses #{what}" do
      expect { build("Carriage", &change) }.to raise_error(Gallop::Paddock::Rig::Faulty, message)
    end
  end
end
