# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Tune::Swing do
  # e^(−ζωt) cos(ω√(1−ζ²) t + φ), with something that does not swing and with noise
  def samples(frequency, damping, amplitude: 0.3, offset: 0.1, noise: 0.0)
    random = Random.new(7)
    omega = 2 * Math::PI * frequency
    Array.new(800) do |n|
      time = n * 1e-3
      offset +
        amplitude * Math.exp(-damping * omega * time) * Math.cos(omega * Math.sqrt(1 - damping**2) * time + 0.4) +
        noise * (random.rand - 0.5)
    end
  end

  it "is found with frequency, damping and amplitude, also in noise" do
    [[9.3, 0.02, 0.0], [23.7, 0.004, 0.03], [14.0, 0.11, 0.02]].each do |frequency, damping, noise|
      found = described_class.within(samples(frequency, damping, noise: noise), 1e-3, from: 6.0, to: 40.0)
      expect(found.frequency).to be_within(0.01 * frequency).of(frequency)
      expect(found.damping).to be_within(0.1 * damping + 0.001).of(damping)
      expect(found.amplitude).to be_within(0.02 * 0.3).of(0.3)
    end
  end

  # ln(0.3/0.01)/(2π · 10 · 0.02) = 2.707 s
  it "says when it is over" do
    found = described_class.new(frequency: 10.0, damping: 0.02, cosine: 0.3, sine: 0.0)
    expect([found.calm_after(0.01), found.calm_after(0.5)]).to match([be_within(0.005).of(2.707), 0.0])
  end
end
