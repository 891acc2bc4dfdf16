# frozen_string_literal: true

require "rails_helper"

RSpec.describe Finder do
  def drive_of(family)
    create_drive(nil, family.capitalize).tap do |drive|
      drive.update!(family: family, identity: { "firmware" => "1.1.0" })
    end
  end

  def keys(drive, words) =
    described_class.new(drive.project, drive).find(words).first(3).map { |hit| hit.path[/value=(.+)/, 1] || hit.title }

  # everyday words => the value that must be among the first three
  {
    "haflinger" => {
      "accel" => "ramps.acceleration",
      "ramp down" => "ramps.deceleration",
      "overspeed" => "monitors.over_speed",
      "reverse" => "limits.direction",
      "poles" => "motor.pole_pairs",
      "following error window" => "position.following_error_window",
      "encoder lines" => "feedback.counts_per_turn",
      "max speed" => "limits.motor_speed",
      "amps limit" => "limits.current",
      "kt" => "motor.torque_constant",
      "emergency ramp" => "ramps.quick_stop",
      "save" => "storage.store",
      "reboot" => "storage.restart",
      "dead-man" => "control.watchdog_window",
      "i2t" => "monitors.heat_trip",
      "sto" => "terminals.inputs",
      "dc link" => "bus.voltage",
      "serial" => "device.serial",
      "6083" => "ramps.acceleration",
      "24707" => "ramps.acceleration",
      "statusword" => "control.status",
      "in position" => "position.window",
      "kv" => "position_loop.gain",
      "brown-out" => "supply.under_voltage",
      "2nd ramp" => "ramps.second_acceleration",
      "auto start" => "power_up.enable",
      "ip address" => "network.address",
      "dhcp" => "network.address_source",
      "lead" => "mechanics.feed",
      "gear ratio" => "mechanics.gear_motor",
      "home" => "homing.method",
      "parking brake" => "brake.fitted",
      "notch" => "filters.notch_1_frequency",
      "s-curve" => "ramps.shape",
      "emulated encoder" => "encoder_output.lines",
      "baud" => "serial.rate",
      "thermistor" => "monitors.motor_sensor",
      "1156" => "ramps.acceleration",
      "6083:00" => "ramps.acceleration",
      "operating hours" => "statistics.powered_time",
      "soft limit" => "position.limit_high",
      "lag" => "position.following_error_window"
    },
    "shire" => {
      "boost" => "output.boost",
      "slip" => "output.slip_compensation",
      "hertz" => "output.frequency",
      "cos phi" => "motor.power_factor",
      "nameplate power" => "motor.rated_power",
      "minimum speed" => "limits.lowest_speed",
      "ramp up time" => "ramps.acceleration_time",
      "corner frequency" => "motor.rated_frequency",
      "brake resistor" => "supply.brake_resistor",
      "overload" => "limits.current",
      "nameplate voltage" => "motor.rated_voltage",
      "idle current" => "motor.no_load_current",
      "regen trip" => "supply.over_voltage",
      "carrier" => "output.switching_frequency",
      "flying restart" => "output.flying_start",
      "dc injection" => "dc_brake.current",
      "skip frequency" => "limits.skip_speed_1",
      "multi-speed" => "presets.speed_1",
      "jogging" => "presets.jog_speed",
      "pid" => "process.gain",
      "4-20 ma" => "terminals.analog_1_kind",
      "relay" => "terminals.output_1_function",
      "phase loss" => "monitors.mains_phase"
    },
    "fjord" => {
      "low battery" => "battery.taper_voltage",
      "throttle" => "pulse.function",
      "shoot-through" => "stage.dead_time",
      "hall" => "feedback.halls",
      "regen limit" => "battery.charge_current"
    }
  }.each do |family, pairs|
    pairs.each do |words, key|
      it("finds #{key} of a #{family} by “#{words}”") { expect(keys(drive_of(family), words)).to include(key) }
    end
  end

  it "finds stages, faults, drives and pages" do
    drive = drive_of("haflinger")
    finder = described_class.new(drive.project, drive)
    expect(finder.find("nameplate").map(&:title)).to include("Motor")
    expect(finder.find("8611").first).to have_attributes(kind: "fault", title: "Fault 8611: Following error")
    expect(finder.find("haflin").first).to have_attributes(kind: "drive")
    expect(finder.find("history").map(&:title)).to include("Logbook")
  end

  it "finds nothing for nonsense, an empty query, or a project without drives" do
    drive = drive_of("shire")
    finder = described_class.new(drive.project, drive)
    expect(["", "   ", "qqqzzz", "boost qqqzzz"].map { |words| finder.find(words) }).to all(be_empty)
    expect(described_class.new(Project.create!(name: "Empty"), nil).find("accel")).to be_empty
  end
end
