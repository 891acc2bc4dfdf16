# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Firmware::PulseInput do
  def input(below) = described_class.new(centre: 1500.0, deadband: 20.0, low: 1000.0, high: 2000.0, below: below)

  # (1750 − 1500 − 20)/(500 − 20)
  it "tells a share by the width, nothing within its deadband and without a pulse" do
    widths = [nil, 1500.0, 1515.0, 1750.0, 2400.0]
    expect(widths.map { |width| input(1).share(width, turning: false) }).to match(
      [0.0, 0.0, 0.0, be_within(1e-9).of(230.0 / 480), 1.0]
    )
  end

  it "brakes below the centre, reverses, or reverses from rest" do
    shares = [0, 1, 2].map { |below| [true, false].map { |turning| input(below).share(1000.0, turning: turning) } }
    expect(shares).to eq([[0.0, 0.0], [-1.0, -1.0], [0.0, -1.0]])
    expect([input(0).brake(1240.0), input(0).brake(nil)]).to match([be_within(1e-9).of(0.5), 0.0])
  end
end

RSpec.describe Gallop::Paddock::Firmware::TorqueByPulse do
  subject(:by_pulse) { described_class.new(drive) }

  let(:loop) { Gallop::Control::SpeedLoop.new.tap { |it| it.tune(gain: 0.1, integral_time: 0.0, dt: 1e-3) } }
  # A drive that the pulse asks for so much, and whose speed ends at 100 rad/s.
  let(:drive) do
    bounds =
      Struct
        .new(:top) do
          def held(speed) = speed
          def towards(_) = top
        end
        .new(100.0)
    Struct.new(:pulse_share, :pulse_brake, :bounds).new(0.0, 0.0, bounds)
  end

  it "gives its share, less and less towards the highest speed, and brakes with a bound" do
    drive.pulse_share = 0.5
    by_pulse.demand
    expect([0.0, 95.0, 100.0].map { |speed| by_pulse.torque(loop, speed, 0.0, 2.0) }).to match(
      [1.0, be_within(1e-9).of(0.5), 0.0]
    )
    drive.pulse_share = 0.0
    drive.pulse_brake = 0.25
    by_pulse.demand
    expect(by_pulse.torque(loop, 50.0, 0.0, 2.0)).to eq(-0.5)
  end
end
