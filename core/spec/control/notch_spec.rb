# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Control::Notch do
  # Amplitude of a sine that has gone through, over the last of many periods.
  def gain(frequency, **figures)
    notch = described_class.new(dt: 125e-6, **figures)
    seen = Array.new(16_000) { |n| notch.step(Math.sin(2 * Math::PI * frequency * n * 125e-6)) }.last(8000)
    Math.sqrt(2 * seen.sum { |value| value**2 } / seen.size)
  end

  it "takes its frequency out, wholly or in part, and leaves what is far from it" do
    expect(gain(250, frequency: 250.0, width: 80.0, depth: 1.0)).to be < 1e-3
    expect(gain(250, frequency: 250.0, width: 80.0, depth: 0.5)).to be_within(2e-3).of(0.5)
    expect(gain(10, frequency: 250.0, width: 80.0, depth: 1.0)).to be_within(2e-3).of(1.0)
    expect(gain(2500, frequency: 250.0, width: 80.0, depth: 1.0)).to be_within(2e-3).of(1.0)
  end

  # f² − f_0² = ± f B where it is half the power, 213.2 and 293.2 Hz for a width of 80 Hz; bent by less than a hertz
  it "has half the power at the ends of its width" do
    [213.2, 293.2].each do |frequency|
      expect(gain(frequency, frequency: 250.0, width: 80.0, depth: 1.0)).to be_within(0.01).of(Math.sqrt(0.5))
    end
  end
end
