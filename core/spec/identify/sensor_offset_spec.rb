# frozen_string_literal: true

require_relative "../core_helper"

# Against figures of numpy and scipy: mean, and half of the t interval (0.95) with the resolution added in squares.
RSpec.describe Gallop::Identify::SensorOffset do
  ALTERNATING = Array.new(40) { |n| 0.012 + (n.even? ? 0.001 : -0.001) }

  def found(readings, rated: 2.0)
    described_class.new({ "sensing.offset_u" => readings }, names: { "sensing.offset_u" => "phase U" }, rated: rated)
  end

  # Python: np.mean → 0.012; scipy.stats.t.ppf(.975, 39)·s/√40 = 2.0227·0.0010127/6.3246 = 3.239e-4, √(·² + 1e-4²) =
  # 3.390e-4;
  # with t for 20 readings it is 3.509e-4, on the safe side.
  it "is the mean, and says how far that can be trusted" do
    estimate = found(ALTERNATING).estimates.first
    expect(estimate).to have_attributes(
      key: "sensing.offset_u",
      figure: be_within(1e-9).of(0.012),
      uncertainty: be_within(2e-5).of(3.4e-4)
    )
  end

  it "finds nothing odd in a small one, something unusual in 2 %, a fault in 10 % of the rated current" do
    readings = ->(offset) { ALTERNATING.map { |one| one - 0.012 + offset } }
    shown = [0.012, 0.039, -0.041, 0.199, -0.201].map { |offset| found(readings.call(offset)).findings.map(&:id) }
    expect(shown).to eq([[], [], ["sensor_unusual"], ["sensor_unusual"], ["sensor_faulty"]])
    expect(found(readings.call(-0.201)).findings.first.headline).to eq(
      "The sensor of phase U shows −0.201 A without any current, 10 % of the rated current"
    )
  end

  it "refuses too few readings, and a current that does not stand still" do
    expect { found(ALTERNATING.first(19)) }.to raise_error(
      Gallop::Identify::Undecided,
      /Only 19 readings came; 20 are needed/
    )
    falling = Array.new(40) { |n| 0.3 * Math.exp(-n / 10.0) }
    expect { found(falling) }.to raise_error(Gallop::Identify::Undecided, /did not stand still: 0.136 A, then 0.018 A/)
  end
end
