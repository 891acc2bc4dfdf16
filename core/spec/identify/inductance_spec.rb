# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::Inductance do
  INTERVAL = 1.0 / 16_000
  FINE = 400 # steps of Euler within a period: an integration that knows nothing of the estimator

  # A winding at rest, its axes at an angle, a rotating tone of 1 kHz and a direct current.
  def take(low:, high:, resistance: 1.5, at: 0.5, volts: 12.0, noise: 0.0, samples: 1000)
    cos = Math.cos(at)
    sin = Math.sin(at)
    random = Random.new(7)
    flux = [0.0, 0.0] # of both axes
    columns = { "current.alpha" => [], "current.beta" => [], "voltage.alpha" => [], "voltage.beta" => [] }
    samples.times do |n|
      time = n * INTERVAL
      tone = volts * Math.sin(2 * Math::PI * 1000 * time)
      axis = 2 * Math::PI * 8 * time
      alpha = 3.0 + tone * Math.cos(axis)
      beta = tone * Math.sin(axis)
      currents = [flux[0] / low, flux[1] / high]
      columns["current.alpha"] << cos * currents[0] - sin * currents[1] + noise * random.rand(-1.0..1.0)
      columns["current.beta"] << sin * currents[0] + cos * currents[1] + noise * random.rand(-1.0..1.0)
      columns["voltage.alpha"] << alpha
      columns["voltage.beta"] << beta
      FINE.times do
        flux[0] += (cos * alpha + sin * beta - resistance * flux[0] / low) * INTERVAL / FINE
        flux[1] += (cos * beta - sin * alpha - resistance * flux[1] / high) * INTERVAL / FINE
      end
    end
    Gallop::Identify::Instrument::Take.new(
      columns: columns.transform_values { |one| Numo::DFloat.cast(one) },
      interval: INTERVAL
    )
  end

  it "finds both axes of a salient rotor, wherever it stands" do
    [0.0, 0.5, 2.0].each do |angle|
      found = described_class.new(take(low: 0.004, high: 0.006, at: angle), resistance: 1.5)
      expect(found.low).to be_within(0.00003).of(0.004)
      expect(found.high).to be_within(0.00004).of(0.006)
    end
  end

  it "finds one inductance where the axes do not differ, noise or not" do
    found = described_class.new(take(low: 0.005, high: 0.005, noise: 0.01), resistance: 1.5)
    expect([found.low, found.high]).to all(be_within(0.0001).of(0.005))
  end

  it "refuses too few samples, and currents that no winding has" do
    short = take(low: 0.004, high: 0.004, samples: 150)
    expect { described_class.new(short, resistance: 1.5) }.to raise_error(Gallop::Identify::Undecided, /200 are needed/)
    wild = take(low: 0.004, high: 0.004, samples: 400)
    exchanged =
      wild.with(
        columns: wild.columns.merge("current.alpha" => wild["current.beta"], "current.beta" => wild["current.alpha"])
      )
    expect { described_class.new(exchanged, resistance: 1.5) }.to raise_error(Gallop::Identify::Undecided)
  end
end
