# frozen_string_literal: true

require_relative "../core_helper"

# A T circuit at 40 Hz and 1 % of slip, by its impedances.
RSpec.describe Gallop::Identify::Magnetising do
  omega = 2 * Math::PI * 40
  resistance = 4.0
  [0.002, 0.01, 0.02].each do |slip|
    it "tells the current for the flux at #{slip * 100} % of slip" do
      branch = 1 / (1 / Complex(0, omega * 0.3) + 1 / Complex(3.0 / slip, omega * 0.02))
      current = 250.0 / (resistance + Complex(0, omega * 0.02) + branch)
      power = 1.5 * 250.0 * current.conj
      stretch =
        instance_double(
          Gallop::Identify::FreeStretch,
          omega: omega,
          voltage: 250.0,
          active: power.real,
          reactive: power.imag
        )
      found = described_class.new(stretch, resistance: resistance, rated_flux: 1.0396)
      truth = 1.0396 / 0.32 / Math.sqrt(2)
      expect(found.no_load_current).to be_within(found.uncertainty * truth).of(truth)
      expect(found.uncertainty).to be < 0.2
      expect(found.active_current).to be_within(1e-6).of(current.real / Math.sqrt(2))
    end
  end
end
