# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Motors::Synchronous do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }
  # A consistent motor: 1.27 N·m / 0.488 N·m/A = 2.602 A
  let(:plate) do
    {
      "rated_torque" => "1.27",
      "rated_speed" => "3000",
      "rated_current" => "2.6",
      "peak_current" => "7.8",
      "pole_pairs" => "5",
      "torque_constant" => "0.488",
      "line_resistance" => "3.1",
      "line_inductance" => "8.4",
      "rotor_inertia" => "0.29",
      "thermal_time" => "22",
      "top_speed" => "3000"
    }
  end

  def assess(changes = {}) = Gallop::Motors.for(profile, plate.merge(changes)).assessment
  def figure(id, changes = {}) = assess(changes).consequences.find { |consequence| consequence.id == id }.value
  def ids(changes = {}) = assess(changes).findings.map(&:id)

  # By hand: L/R = 8.4/3.1 ms; 29.5 V/krpm = 0.488/√3 · 104.72; ψ = 0.488/(1.5·√2·5) = 46.01 mWb; P = 1.27 · 314.16 W;
  # P_cu = 1.5 · 3.1 · 2.6² W; 22 s · −ln(1 − (2.6/7.8)²) = 22 · 0.11778; 7.8 · 0.488 / 0.29e-4; 3000 · 5 / 60 Hz
  {
    "electrical_time_constant" => 2.7097,
    "voltage_constant" => 29.504,
    "flux" => 46.010,
    "rated_power" => 398.98,
    "copper_loss" => 31.434,
    "time_at_peak" => 2.5912,
    "peak_acceleration" => 131.25,
    "output_frequency" => 250.0
  }.each { |id, value| it("computes #{id}") { expect(figure(id)).to be_within(value * 1e-3).of(value) } }

  # τ_m = R J / (1.5 p² ψ²) = 1.55 · 0.29e-4 / (1.5 · 25 · 0.04601²) s
  it("computes the mechanical time constant") do
    expect(figure("mechanical_time_constant")).to be_within(1e-3).of(1.55 * 0.29e-4 / (1.5 * 25 * 0.04601**2) * 1e3)
  end

  it "finds the top speed where the phase voltage is used up" do
    omega = figure("top_speed_on_bus") * 2 * Math::PI / 60 * 5
    current = 1.27 / 0.488 * Math.sqrt(2)
    voltage = Math.hypot(omega * 0.04601 + 1.55 * current, omega * 4.2e-3 * current)
    expect(voltage).to be_within(0.1).of(230 * Math.sqrt(2) / Math.sqrt(3) * 0.94)
  end

  it "finds nothing wrong with a consistent motor" do
    expect(ids).to be_empty
    expect(assess.missing).to be_empty
  end

  # each rule: where it appears, and just beside it
  finds_beside [
                 ["pole_pairs_too_many", { "pole_pairs" => "12" }, { "pole_pairs" => "11" }], # 3000 rpm: 600 Hz against 550 Hz of 599
                 ["reactance_too_large", { "line_inductance" => "65.1" }, { "line_inductance" => "64.9" }], # ω L i: 1570.8 · 32.5 mH · 3.677 A = 187.7 V of 187.8
                 ["torque_against_current", { "rated_current" => "2.44" }, { "rated_current" => "2.47" }],
                 ["constants_disagree", { "voltage_constant" => "31.4" }, { "voltage_constant" => "31.2" }],
                 ["peak_below_rated", { "peak_current" => "2.5" }, { "peak_current" => "2.6" }],
                 [
                   "drive_too_small",
                   { "rated_current" => "3.1", "rated_torque" => "1.51" },
                   { "rated_current" => "3.0", "rated_torque" => "1.46" }
                 ],
                 ["peak_beyond_drive", { "peak_current" => "9.1" }, { "peak_current" => "9" }],
                 ["top_speed_above_rated", { "top_speed" => "3001" }, { "top_speed" => "3000" }],
                 ["top_speed_beyond_bus", { "top_speed" => "6600" }, { "top_speed" => "6590" }],
                 ["electrical_time_unusual", { "line_inductance" => "0.6" }, { "line_inductance" => "0.7" }],
                 ["losses_too_large", { "line_resistance" => "20" }, { "line_resistance" => "19" }]
               ]

  it "offers the halved figure where poles were typed for pairs" do
    finding = assess("pole_pairs" => "10", "top_speed" => "4500").findings.first
    expect(finding).to have_attributes(severity: :blocker, change: { fact: "pole_pairs", text: "5" })
    expect(finding.headline).to include("10 pole pairs cannot be run")
    expect(finding.because).to include("750 Hz", "599 Hz")
  end

  it "proposes values for the drive, and none while a blocker stands" do
    figures = assess.proposals.to_h { |proposal| [proposal.key, proposal.figure] }
    expect(figures).to include(
      "motor.phase_resistance" => 1.55,
      "motor.phase_inductance" => be_within(1e-9).of(4.2),
      "motor.pole_pairs" => 5,
      "limits.current" => 300.0
    )
    expect(figures["limits.torque"]).to be_within(0.1).of(7.8 * 0.488 / 1.27 * 100)
    expect(assess("pole_pairs" => "20").proposals).to be_empty
  end

  it "keeps a half pole pair out with the reason" do
    expect(Gallop::Motors.for(profile, "pole_pairs" => "5.5").sheet.problems["pole_pairs"]).to match(/whole number/)
  end

  it "answers any facts with finite figures" do
    random = Random.new(3)
    500.times do
      typed =
        described_class::FIELDS.to_h do |field|
          [
            field.key,
            ["", "0", "-1", "1e9", "1e-6", "x", random.rand(100.0).to_s, 10**random.rand(-4..5).to_f].sample(
              random: random
            ).to_s
          ]
        end
      assessment = Gallop::Motors.for(profile, typed).assessment
      expect(assessment.consequences.map(&:value)).to all(be_finite)
      expect(assessment.findings.map(&:headline).join).not_to match(/NaN|Infinity/)
    end
  end

  # 20 turns at 20 turns/s with 200 turns/s²: 0.1 s up, 0.9 s along, 0.1 s down; 2 s a cycle: 10 turns/s in the mean.
  # 2e-4 kg·m² · 1256.6 rad/s² = 0.2513 N·m for 0.2 s: √(0.06317 · 0.2/2)
  it "marks the RMS torque of the cycle against what the motor gives for ever" do
    mark =
      lambda do |inertia|
        table = {
          "mechanism" => "table",
          "load_inertia" => inertia,
          "speed" => "1200",
          "acceleration" => "12000",
          "stroke" => "20",
          "cycle_time" => "2"
        }
        Gallop::Machine
          .new(profile, "motor" => plate, "mechanics" => table)
          .stage("motor")
          .assessment
          .charts
          .first
          .marks
          .find { |each| each.label == "cycle, RMS" }
      end
    expect(mark.("1.71")).to have_attributes(
      at: be_within(0.1).of(600),
      height: be_within(1e-3).of(0.0795),
      tone: :good
    )
    expect(mark.("40").tone).to eq(:bad)
    expect(assess.charts.first.marks.map(&:label)).to eq(["top speed"])
  end

  describe "a weakened field" do
    let(:weakened) { { "weakening_current" => "3", "top_speed" => "7100" } }

    # ψ/L = 46.01 mWb/4.2 mH = 10.95 A peak, 7.746 A rms; 325.3 V · 0.94; each of 4000 currents tried (Python):
    # 11 951 rpm, which the output frequency of 599 Hz ends at 7188
    it "reaches further, is said of the envelope and of the values" do
      expect(figure("top_speed_weakened", weakened)).to eq(7188)
      expect(figure("top_speed_on_bus", weakened)).to eq(figure("top_speed_on_bus"))
      expect(assess(weakened).proposals.find { |one| one.key == "current_loop.weakening_current" }.figure).to eq(3)
      curve = assess(weakened).charts.first.curves.find { |each| each.name == "peak" }
      expect(curve.points.first).to match([0.0, be_within(1e-3).of(7.8 * 0.488)])
      expect(curve.points.last).to match([be_within(0.1).of(7188), 0.0])
      expect(ids(weakened)).not_to include("top_speed_beyond_bus", "weakening_beyond_peak", "weakening_too_deep")
      expect(ids("top_speed" => "8000")).to include("top_speed_beyond_bus")
    end

    it "asks for nothing where the data sheet permits nothing" do
      expect(assess.proposals.map(&:key)).not_to include("current_loop.weakening_current")
      expect(assess.consequences.map(&:id)).not_to include("top_speed_weakened")
    end

    # 7.746 A take all of the flux; 0.9 of it 6.97 A
    it "finds more than the peak current, and more than the magnets have" do
      expect(ids(weakened.merge("weakening_current" => "7.9"))).to include("weakening_beyond_peak")
      expect(ids(weakened.merge("weakening_current" => "7.7"))).not_to include("weakening_beyond_peak")
      expect(ids(weakened.merge("weakening_current" => "7.0"))).to include("weakening_too_deep")
      expect(ids(weakened.merge("weakening_current" => "6.9"))).not_to include("weakening_too_deep")
    end

    # √3 · 46.01 mWb · 5 = 0.39845 V·s/rad: 400 V at 9 586 rpm
    it "finds the speed from which a motor that coasts charges the bus beyond what it stands" do
      expect(ids("top_speed" => "9700")).to include("coasting_charges_bus")
      expect(ids("top_speed" => "9500")).not_to include("coasting_charges_bus")
    end
  end
end
