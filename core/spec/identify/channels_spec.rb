# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::Channels do
  # A winding of 2 Ω, worked out by hand: what flows along a phase is a half of the voltage along it.
  def steps(angles: [0, 60, 120, 180, 240, 300], volts: 4.0, open: nil)
    angles.map do |degrees|
      angle = degrees * Math::PI / 180
      alpha = volts * Math.cos(angle)
      beta = volts * Math.sin(angle)
      currents = [alpha / 2, beta / 2]
      currents = [0.0, beta / 2] if open == :u
      shown = yield(*phases(*currents))
      described_class::Step.new(
        v_alpha: alpha,
        v_beta: beta,
        i_alpha: shown[0],
        i_beta: (shown[0] + 2 * shown[1]) / Math.sqrt(3)
      )
    end
  end

  def phases(alpha, beta) = [alpha, (Math.sqrt(3) * beta - alpha) / 2]
  def reading(**options, &) = described_class.new(steps(**options, &)).reading

  it "finds the resistance, and nothing wrong, with sound sensors" do
    found = described_class.new(steps { |u, v| [u, v] })
    expect(found.reading).to be_sound
    expect(found.resistance).to be_within(1e-9).of(2.0)
    expect(found.gain_ratio).to be_within(1e-9).of(1.0)
  end

  it "tells how the gains of both channels differ" do
    expect(described_class.new(steps { |u, v| [1.02 * u, v] }).gain_ratio).to be_within(0.002).of(1.02)
  end

  {
    "exchanged channels" => [->(u, v) { [v, u] }, { exchanged: true, reversed: [] }],
    "a channel that counts backward" => [->(u, v) { [u, -v] }, { exchanged: false, reversed: [:v] }],
    "both backward" => [->(u, v) { [-u, -v] }, { exchanged: false, reversed: %i[u v] }],
    "exchanged, and one of them backward" => [->(u, v) { [-v, u] }, { exchanged: true, reversed: [:u] }]
  }.each do |name, (shown, expected)|
    it "names #{name}" do
      expect(reading { |u, v| shown.call(u, v) }.to_h).to include(expected.merge(open: nil))
    end
  end

  it "names a phase that is open" do
    expect(reading(open: :u) { |u, v| [u, v] }).to have_attributes(open: :u, exchanged: false, reversed: [])
  end

  it "refuses what fits no wiring, and what was never put out" do
    expect { reading { |u, v| [u + 0.8 * v, 0.3 * v - u] } }.to raise_error(
      Gallop::Identify::Undecided,
      /fit no wiring/
    )
    expect { reading(volts: 0.0) { |u, v| [u, v] } }.to raise_error(Gallop::Identify::Undecided, /put nothing out/)
    expect { reading { |_, _| [0.0, 0.0] } }.to raise_error(Gallop::Identify::Undecided, /No current came at all/)
  end
end
