# frozen_string_literal: true

require_relative "../core_helper"

# Figures by bisection of V I = ω T + c T², worked out apart.
RSpec.describe Gallop::Control::BatteryCurrents do
  subject(:currents) { described_class.new(discharge: 40, charge: 10, taper: 42.9, ends_at: 39.0) }

  heat = 3 * 0.041 / 0.12**2

  def near(figure) = be_within(1e-5).of(figure)

  it "bounds the driving torque by what is drawn, and the braking one by what goes back" do
    expect(currents.torques(200.0, 48.0, heat)).to match([near(-2.7147562), near(7.3148216)])
    expect(currents.torques(-140.0, 48.0, heat)).to match([be < -8, near(4.8837926)])
  end

  it "bounds both by the heat of the winding where the shaft is slow" do
    expect(currents.torques(0.0, 48.0, heat)).to match([near(-14.9926811), near(14.9926811)])
    expect(currents.torques(100.0, 48.0, heat).first).to near(-21.9485585)
  end

  it "draws less below the taper voltage, and nothing at the end" do
    expect([43.0, 42.9, 40.95, 39.0, 38.0].map { |volts| currents.discharge(volts) }).to match(
      [40.0, 40.0, near(20.0), 0.0, 0.0]
    )
    expect(currents.torques(200.0, 38.0, heat).last).to eq(0.0)
    expect(currents.torques(0.0, 38.0, heat)).to eq([0.0, 0.0])
  end
end
