# frozen_string_literal: true

require_relative "paddock_helper"

# The frequency drive of Web feed by voltage over frequency, and by the field.
RSpec.describe "A Shire by the field, without encoder" do
  # As the tests of Identify find them: T circuit with equal leakages.
  measured = {
    "motor.stator_resistance" => 4.93,
    "motor.rotor_resistance" => 4.32,
    "motor.leakage_inductance" => 32.0,
    "motor.no_load_current" => 1.98
  }

  def ready(control, values)
    commissioned("Web feed")
    values.each { |key, figure| write(key, figure) }
    write("output.control", control)
    write("ramps.acceleration_time", 1)
    write("limits.current", 200)
    write("limits.torque", 200)
    enable
  end

  # rpm under a load, some seconds after it came
  def loaded(control, asked, torque, values: {})
    ready(control, values)
    write("speed.target", asked)
    pass(3.0)
    @stand_in.axis.mechanics.load_torque = torque
    pass(3.0)
    expect(fault).to eq(0)
    rpm
  end

  # 10 N·m are the rated torque; 60 rpm are 2 Hz of the field.
  it "holds its speed under the rated torque, from a slow turning to the rated speed, where the curve is slower" do
    { 60 => 8, 300 => 10, 1400 => 8 }.each do |asked, torque|
      expect(loaded(1, asked, torque, values: measured)).to be_within([0.02 * asked, 6].max).of(asked)
    end
    expect(loaded(0, 60, 8)).to be < 45
  end

  it "turns with the nameplate alone, less exactly" do
    expect(loaded(1, 600, 8)).to be_within(60).of(600)
  end

  it "builds its flux up first, tells the rotor's speed, and stops by its ramp" do
    ready(1, measured)
    write("speed.target", 600)
    pass(0.05)
    expect([rpm.abs, read("motor.current")]).to match([be < 5, be > 1.5])
    pass(3.0)
    expect(read("speed.actual")).to be_within(8).of(rpm)
    write("control.word", 7)
    expect(pass_until(6.0) { state == :switched_on }).to be(true)
    expect(rpm.abs).to be < 20
  end

  it "is held to the torque that the envelope leaves, and backward as well" do
    ready(1, measured)
    write("envelope.torque", 30)
    write("speed.target", -300)
    pass(3.0)
    @stand_in.axis.mechanics.load_torque = -9.0
    pass(1.0)
    expect(@stand_in.axis.motor.torque.abs).to be < 8
    expect(rpm.abs).to be < 250
  end
end
