# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Motors::Induction do
  let(:profile) { Gallop::Objects::Profile.load("shire") }
  let(:plate) do
    {
      "rated_power" => "1.5",
      "rated_voltage" => "400",
      "rated_current" => "3.3",
      "rated_frequency" => "50",
      "rated_speed" => "1425",
      "power_factor" => "0.79",
      "top_speed" => "1500"
    }
  end

  def assess(changes = {}) = Gallop::Motors.for(profile, plate.merge(changes)).assessment
  def figure(id, changes = {}) = assess(changes).consequences.find { |consequence| consequence.id == id }&.value
  def ids(changes = {}) = assess(changes).findings.map(&:id)

  # By hand: n_s = 60·50/2; slip 75/1500 of 50 Hz; T = 1500/(1425·2π/60); η = 1500/(√3·400·3.3·0.79)
  {
    "synchronous_speed" => 1500.0,
    "pole_pairs" => 2,
    "rated_slip" => 2.5,
    "rated_torque" => 10.0519,
    "efficiency" => 83.05,
    "volts_per_hertz" => 8.0,
    "frequency_at_top_speed" => 50.0,
    "no_load_current" => 1.7626,
    "stator_resistance" => 4.218
  }.each { |id, value| it("computes #{id}") { expect(figure(id)).to be_within(value * 1e-3).of(value) } }

  {
    %w[50 2880] => 1,
    %w[50 1440] => 2,
    %w[50 960] => 3,
    %w[50 720] => 4,
    %w[60 1740] => 2,
    %w[60 1160] => 3,
    %w[50 1499] => 1
  }.each do |(frequency, speed), pairs|
    it("takes #{speed} rpm at #{frequency} Hz for #{pairs} pole pairs") do
      expect(figure("pole_pairs", "rated_frequency" => frequency, "rated_speed" => speed)).to eq(pairs)
    end
  end

  it "finds nothing wrong with a consistent nameplate" do
    expect(ids).to be_empty
  end

  finds_beside [
                 ["pole_pairs_impossible", { "pole_pairs" => "3" }, { "pole_pairs" => "2" }],
                 ["pole_pairs_impossible", { "pole_pairs" => "1" }, { "pole_pairs" => "2" }],
                 ["speed_above_synchronous", { "rated_speed" => "3001" }, { "rated_speed" => "2990" }],
                 ["slip_unusual", { "rated_speed" => "1300" }, { "rated_speed" => "1330" }],
                 ["efficiency_impossible", { "rated_power" => "1.85" }, { "rated_power" => "1.65" }],
                 ["voltage_above_supply", { "rated_voltage" => "413" }, { "rated_voltage" => "411" }],
                 [
                   "voltage_below_supply",
                   { "rated_voltage" => "230", "rated_current" => "5.7" },
                   { "rated_voltage" => "285", "rated_current" => "4.6" }
                 ],
                 [
                   "drive_too_small",
                   { "rated_current" => "4.2", "rated_power" => "1.9" },
                   { "rated_current" => "4.1", "rated_power" => "1.9" }
                 ],
                 ["drive_frequency_exceeded", { "top_speed" => "12001" }, { "top_speed" => "12000" }],
                 ["top_speed_high", { "top_speed" => "2851" }, { "top_speed" => "2850" }]
               ]

  it "says why three pole pairs cannot be, and what fits" do
    finding = assess("pole_pairs" => "3").findings.first
    expect(finding).to have_attributes(severity: :blocker, change: { fact: "pole_pairs", text: "2" })
    expect(finding.headline).to include("3 pole pairs cannot be", "1\u2009000 rpm at most")
    expect(assess("pole_pairs" => "3").proposals).to be_empty
  end

  it "recognises star current typed with delta voltage by the factor 1.73" do
    finding = assess("rated_voltage" => "230").findings.find { |each| each.id == "efficiency_impossible" }
    expect(finding.because).to include("1.73")
  end

  # √3·400·5.7·0.79 = 3 120 W for 1.5 kW: 48 %, and 83 % with the current over √3
  it "recognises delta current typed with star voltage, and does not let it pass" do
    finding = assess("rated_current" => "5.7").findings.find { |each| each.id == "efficiency_impossible" }
    expect([finding.severity, finding.because]).to match([:blocker, include("delta current with star voltage")])
  end

  # 1800 rpm · 400/460 = 1565.2 rpm; 1565.2/2600 = 60.2 %
  it "weakens the field where the supply of the drive ends" do
    wound = { "rated_voltage" => "460", "rated_frequency" => "60", "rated_speed" => "1750", "top_speed" => "2600" }
    expect(figure("field_weakening", wound)).to be_within(0.01).of(60.2)
  end

  context "when wired in delta and asked for more than its rated speed" do
    # 400/230 · 50 Hz = 86.957 Hz; 1425 + 1500·0.73913 = 2533.7 rpm; 10.0519 N·m · 265.33 rad/s = 2667 W
    let(:delta) { { "rated_voltage" => "230", "rated_current" => "5.7", "top_speed" => "2600" } }

    it "has its whole field up to 87 Hz, by figures and by proposals" do
      proposed = assess(delta).proposals.to_h { |proposal| [proposal.key, proposal.figure] }
      expect(proposed).to include(
        "motor.rated_voltage" => be_within(0.1).of(400),
        "motor.rated_frequency" => be_within(0.06).of(86.957),
        "motor.rated_speed" => be_within(0.6).of(2533.7),
        "motor.rated_power" => be_within(1e-3).of(2.667)
      )
      expect(figure("field_weakening", delta)).to be_nil
      expect(figure("flux_beyond", delta)).to be_within(0.01).of(86.957)
    end

    # 2608.7/2800
    it "weakens beyond" do
      expect(figure("field_weakening", delta.merge("top_speed" => "2800"))).to be_within(0.01).of(93.17)
    end

    it "keeps the nameplate's point where no more than its rated speed is asked for" do
      slow = assess(delta.merge("top_speed" => "1500"))
      proposed = slow.proposals.to_h { |proposal| [proposal.key, proposal.figure] }
      expect(proposed).to include("motor.rated_voltage" => 230, "motor.rated_frequency" => 50)
    end
  end

  it "proposes boost, resistance and limits with their reasons" do
    figures = assess.proposals.to_h { |proposal| [proposal.key, proposal.figure] }
    expect(figures["output.boost"]).to be_within(0.01).of(Math.sqrt(3) * 4.218 * 1.7626)
    expect(figures).to include(
      "motor.pole_pairs" => 2,
      "limits.motor_speed" => be_within(1e-6).of(1500),
      "limits.current" => 150.0,
      "limits.output_frequency" => be_within(1e-6).of(55)
    )
    expect(assess.proposals.map(&:reason)).to all(be_a(String).and(satisfy { |reason| reason.length > 5 }))
  end
end
