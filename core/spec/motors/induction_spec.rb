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
                 ["efficiency_impossible", { "rated_power" => "1.85" }, { "rated_power" => "1.7" }],
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
