# frozen_string_literal: true

require_relative "paddock_helper"

# A pump at the operator's box: the pressure goes with the square of the speed, some seconds behind.
RSpec.describe Gallop::Terminals::Process do
  let(:axis) { @stand_in.axis }

  before do
    commissioned("Web feed")
    {
      "terminals.input_1_function" => 2,
      "network.command_source" => 2,
      "network.reference_source" => 6,
      "terminals.analog_1_function" => 6,
      "process.reference" => 40,
      "process.gain" => 0.8,
      "process.integral_time" => 2,
      "ramps.acceleration_time" => 1,
      "ramps.deceleration_time" => 1
    }.each { |key, figure| write(key, figure) }
    axis.box.sources[0].pumped = true
    axis.box.contacts[0].operated = true
  end

  # @param draw [Float] % of the pressure that consumers take away
  def pump(seconds, draw: 0.0)
    axis.box.sources[0].volts = draw / 10
    pass(seconds)
    @pressure = 10 * axis.box.volts[0]
  end

  it "keeps what is measured at its reference, whatever is drawn" do
    pump(25)
    expect(@pressure).to be_within(1.0).of(40)
    expect(rpm).to be_within(40).of(1500 * Math.sqrt(0.4))
    pump(20, draw: 30)
    expect(@pressure).to be_within(1.0).of(40)
    expect(rpm).to be_within(40).of(1500 * Math.sqrt(0.7))
    expect(read("references.in_force")).to eq(6)
  end

  it "sleeps while the process needs nothing, and starts again by itself" do
    write("process.sleep_speed", 300)
    write("process.sleep_time", 2)
    pump(15)
    axis.box.sources[0].pumped = false
    axis.box.sources[0].volts = 6.0
    pass(12)
    expect([state, rpm.abs]).to match([:ready_to_switch_on, be < 20])
    axis.box.sources[0].volts = 3.6
    pass(1)
    expect(state).to eq(:ready_to_switch_on)
    axis.box.sources[0].volts = 3.2
    pass(1)
    expect([state, rpm]).to match([:operation_enabled, be > 30])
    axis.box.contacts[0].operated = false
    pass(3)
    expect(state).to eq(:ready_to_switch_on)
  end
end
