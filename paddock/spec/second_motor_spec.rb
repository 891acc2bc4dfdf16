# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Firmware::SecondMotor do
  before do
    commissioned("Web feed")
    {
      "terminals.input_4_function" => 24,
      "output.boost" => 0,
      "motor.stator_resistance" => 0,
      "output.slip_compensation" => 0,
      "second_motor.rated_current" => 1.5,
      "second_motor.rated_voltage" => 230,
      "second_motor.rated_frequency" => 50,
      "second_motor.rated_speed" => 1400,
      "second_motor.pole_pairs" => 2
    }.each { |key, figure| write(key, figure) }
    pass(0.05)
  end

  def ask(on)
    @stand_in.axis.box.contacts[3].operated = on
    pass(0.05)
  end

  # V at half of the rated speed
  def voltage_at_half
    enable
    write("speed.target", 750)
    pass(3)
    voltage = read("output.voltage")
    write("control.word", 2)
    pass_until(3) { state == :switch_on_disabled }
    pass(0.5)
    voltage
  end

  it "holds the second motor's figures while its input asks, and the first one's again" do
    expect(voltage_at_half).to be_within(4).of(200)
    ask(true)
    expect(read("second_motor.in_use")).to eq(1)
    expect(voltage_at_half).to be_within(4).of(115)
    ask(false)
    expect(voltage_at_half).to be_within(4).of(200)
  end

  it "changes over with the power stage off alone" do
    enable
    ask(true)
    pass(1)
    expect(read("second_motor.in_use")).to eq(0)
    write("control.word", 2)
    pass_until(3) { state == :switch_on_disabled }
    pass(0.1)
    expect(read("second_motor.in_use")).to eq(1)
  end

  it "protects each motor by its own heat" do
    write("motor.thermal_time", 20)
    firmware.instance_variable_set(:@heat, 1.0)
    ask(true)
    expect(read("motor.heat")).to eq(0)
    pass(20)
    ask(false)
    expect(read("motor.heat")).to be_within(3).of(100 * Math.exp(-1))
  end
end
