# frozen_string_literal: true

require_relative "../core_helper"

# Against a T circuit by another program (Python, complex parallel of branches): R_s 4 Ω, R_r 3 Ω, leakages 20 mH each,
# L_m 300 mH.
RSpec.describe Gallop::Identify::Cage do
  tones = [
    described_class::Seen.new(frequency: 24.0, impedance: Complex(6.626566815997599, 6.006655731039187)),
    described_class::Seen.new(frequency: 14.0, impedance: Complex(6.607105548710013, 3.686485441135667))
  ]
  rated_flux = 1.0395957349782348 # 400 V, 50 Hz

  def steps(currents, inductance)
    currents
      .each_cons(2)
      .map do |from, to|
        Gallop::Identify::Rotor::Step.new(from: from, current: to, gained: inductance * (to - from), resistance: 4.0)
      end
  end

  it "finds resistance of the cage, leakage, magnetising inductance and the current without load" do
    cage = described_class.new(steps([0.9, 1.8, 2.7, 3.6], 0.32), tones, rated_flux)
    expect(cage.rotor_resistance).to be_within(0.5).percent_of(3.0)
    expect(cage.leakage).to be_within(0.5).percent_of(0.04)
    expect(cage.magnetising).to be_within(0.5).percent_of(0.3)
    expect(cage.no_load_current).to be_within(0.1).percent_of(2.2972037309241333)
    expect(cage.uncertainty).to be < 0.04
    expect(cage).not_to be_beyond
  end

  it "says that the rated flux lies beyond what was permitted" do
    expect(described_class.new(steps([0.5, 1.0, 1.5, 2.0], 0.32), tones, rated_flux)).to be_beyond
  end

  it "refuses a flux that does not grow" do
    expect { described_class.new(steps([0.9, 1.8, 2.7], -0.1), tones, rated_flux) }.to raise_error(
      Gallop::Identify::Undecided
    )
  end
end
