# frozen_string_literal: true

require_relative "paddock_helper"

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
    Struct
      .new(:pulse_share, :brake, :bounds) do
        def pulse_braking(most) = brake * most
        def most_by_pulse(way) = bounds.towards(way)
      end
      .new(0.0, 0.0, bounds)
  end

  it "gives its share, less and less towards the highest speed, and brakes with a bound" do
    drive.pulse_share = 0.5
    by_pulse.demand
    expect([0.0, 95.0, 100.0].map { |speed| by_pulse.torque(loop, speed, 0.0, 2.0) }).to match(
      [1.0, be_within(1e-9).of(0.5), 0.0]
    )
    drive.pulse_share = 0.0
    drive.brake = 0.25
    by_pulse.demand
    expect(by_pulse.torque(loop, 50.0, 0.0, 2.0)).to eq(-0.5)
  end
end
