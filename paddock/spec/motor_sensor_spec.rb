# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Firmware::MotorSensor do
  # @param sensor [Hash, nil] what is in the motor @param set [Integer] what the drive believes
  def drive_with(sensor, set)
    commissioned("Web feed") { |drive| drive["winding_sensor"] = sensor }
    firmware.instance_variable_get(:@effective)["monitors.motor_sensor"] = set # in force after a restart
    firmware.send(:take_settings)
    pass(0.1)
  end

  def warm(celsius)
    @stand_in.axis.winding.instance_variable_set(:@temperature, celsius + 273.15)
    pass(0.05)
  end

  it "trips by what it measures, and is reset once the motor is cooler" do
    drive_with({ "kind" => "pt1000" }, 3)
    warm(90)
    expect([fault, read("motor.winding_temperature")]).to eq([0, 90])
    warm(141)
    expect(fault).to eq(0xFF50)
    warm(138)
    write("control.word", 0x80)
    pass(0.1)
    expect(fault).to eq(0xFF50)
    warm(130)
    write("control.word", 0)
    write("control.word", 0x80)
    pass(0.1)
    expect(fault).to eq(0)
  end

  it "trips by a thermistor and by a contact" do
    { "ptc" => 1, "contact" => 4 }.each do |kind, set|
      drive_with({ "kind" => kind, "trips_at" => 150 }, set)
      warm(140)
      expect([fault, read("motor.winding_temperature")]).to eq([0, -273])
      warm(166)
      expect(fault).to eq(0xFF50)
    end
  end

  it "tells a wire that is off, and a sensor of another kind, from a temperature" do
    drive_with({ "kind" => "kty" }, 2)
    @stand_in.axis.winding_sensor.connected = false
    pass(0.1)
    expect(fault).to eq(0xFF51)
    drive_with(nil, 3)
    expect(fault).to eq(0xFF51)
    drive_with({ "kind" => "ptc" }, 3)
    expect(fault).to eq(0xFF51)
    drive_with({ "kind" => "contact" }, 1)
    expect(fault).to eq(0xFF51)
  end

  it "watches nothing where none is set" do
    drive_with({ "kind" => "pt1000" }, 0)
    warm(180)
    expect(fault).to eq(0)
  end
end
