# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Power::BusOfStop do
  def stop(**figures) = described_class.new(capacitance: 780e-6, start: 357.8, **figures)

  # The differential equation by small steps, with a chopper that switches between 98 % and its level.
  def by_steps(power:, time:, resistor: nil, chopper: Float::INFINITY, dt: 2e-6)
    energy = 0.5 * 780e-6 * 357.8**2
    on = false
    highest = 0.0
    (time / dt).to_i.times do |step|
      voltage = Math.sqrt(2 * energy / 780e-6)
      highest = [highest, voltage].max
      on = voltage > chopper || (on && voltage > 0.98 * chopper)
      energy += (power * (1 - step * dt / time) - (on && resistor ? voltage**2 / resistor : 0.0)) * dt
    end
    highest
  end

  [
    ["a resistor that can take it", { power: 395.0, time: 0.3, resistor: 90.0, chopper: 375.0 }],
    ["a resistor that is too large at first", { power: 2400.0, time: 0.25, resistor: 90.0, chopper: 375.0 }],
    ["no resistor", { power: 300.0, time: 0.1 }],
    ["a stop that the capacitors swallow", { power: 30.0, time: 0.2, resistor: 90.0, chopper: 375.0 }]
  ].each do |what, figures|
    it "is what small steps give, with #{what}" do
      expect(stop(**figures).highest).to be_within(0.1).of(by_steps(**figures))
    end
  end

  it "does not depend on how long the stop takes" do
    long = stop(power: 395.0, time: 20.0, resistor: 90.0, chopper: 375.0)
    expect(long.highest).to be_within(1e-9).of(375.0)
    expect(
      described_class.new(
        capacitance: 330e-6,
        start: 622.3,
        power: 493.0,
        time: 60.0,
        resistor: 400.0,
        chopper: 720.0
      ).highest
    ).to be_within(1e-9).of(720.0)
    expect(long.voltage(19)).to be_within(1e-9).of(375.0)
  end

  it "rises along the ramp and stays when it has ended" do
    free = stop(power: 300.0, time: 0.1)
    expect(free.voltage(0.0)).to be_within(1e-9).of(357.8)
    expect(free.voltage(0.1)).to be_within(0.01).of(Math.sqrt(357.8**2 + 2 * 15.0 / 780e-6))
    expect(free.voltage(5)).to eq(free.voltage(0.1))
  end
end
