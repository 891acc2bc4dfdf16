# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Motors::Linear do
  let(:profile) { Gallop::Objects::Profile.load("camargue") }
  # A consistent motor: 60 N / 24 N/A = 2.5 A
  let(:sheet) do
    {
      "rated_force" => "60",
      "rated_speed" => "2",
      "rated_current" => "2.5",
      "peak_current" => "7.5",
      "pole_pitch" => "16",
      "force_constant" => "24",
      "line_resistance" => "5.2",
      "line_inductance" => "18",
      "moving_mass" => "1.6",
      "part_length" => "140",
      "track_length" => "384",
      "cable_length" => "6",
      "cable_section" => "1",
      "thermal_time" => "45",
      "top_speed" => "2"
    }
  end

  def machine(changes, others = {}) = Gallop::Machine.new(profile, { "motor" => sheet.merge(changes) }.merge(others))
  def assess(changes = {}, others = {}) = machine(changes, others).stage("motor").assessment
  def figure(id, changes = {}) = assess(changes).consequences.find { |consequence| consequence.id == id }.value
  def ids(changes = {}, others: {}) = assess(changes, others).findings.map(&:id)
  def proposed(changes = {}) = assess(changes).proposals.to_h { |proposal| [proposal.key, proposal.figure] }

  # By hand: 384 − 140; f = 2/0.032; L/R = 18/5.2; τ_m = m R/(1.5 ψ²) with ψ = 24/(1.5·√2) = 11.314 V·s/m: 1.6 · 2.6 /
  # (1.5 · 128); 7.5 · 24/1.6; 24/√3; ψ = 24 · 0.032/2π / (1.5·√2);
  # 1.5 · 5.2 · 2.5²; 45 · −ln(1 − 1/9); √3 · 0.0175 · 6/1 · 2.5
  {
    "travel_on_magnets" => 244.0,
    "output_frequency" => 62.5,
    "electrical_time_constant" => 3.4615,
    "mechanical_time_constant" => 21.667,
    "peak_acceleration" => 112.5,
    "voltage_constant" => 13.856,
    "flux" => 57.62,
    "copper_loss" => 48.75,
    "time_at_peak" => 5.300,
    "cable_drop" => 0.45466
  }.each { |id, value| it("computes #{id}") { expect(figure(id)).to be_within(value * 1e-3).of(value) } }

  # (v k + R i)² + (2π v/0.032 L i)² = (0.94 · 230·√2/√3)² with phase figures, k = K_f/(1.5·√2) V·s/m
  it "finds the top speed where the phase voltage is used up" do
    speed = figure("top_speed_on_bus")
    current = 2.5 * Math.sqrt(2)
    voltage =
      Math.hypot(speed * 24 / (1.5 * Math.sqrt(2)) + 2.6 * current, speed * 2 * Math::PI / 0.032 * 9e-3 * current)
    expect(voltage).to be_within(0.2).of(230 * Math.sqrt(2) / Math.sqrt(3) * 0.94)
  end

  it("finds nothing wrong with a consistent motor") { expect([ids, assess.missing]).to eq([[], []]) }

  it "draws force over speed in the units of a slide" do
    chart = assess.charts.first
    expect([chart.title, chart.x.unit, chart.y.unit, chart.curves.first.points.first]).to match(
      ["Force over speed", "m/s", "N", [0.0, be_within(1e-6).of(180.0)]]
    )
  end

  it "tells nothing of torque or shafts" do
    said =
      assess("rated_current" => "3.6", "top_speed" => "3").then do |result|
        result.consequences.flat_map { |item| [item.label, item.text, item.note] } +
          result.findings.flat_map { |item| [item.headline, item.because, item.so] }
      end
    expect(said.compact.grep(/torque|shaft|rotor|rpm|N·m/)).to be_empty
  end

  # Moving part, track and cable are facts of their own.
  %w[part_length track_length cable_length cable_section moving_mass pole_pitch].each do |key|
    it("asks for #{key}") { expect(assess(key => "").missing).to eq([key]) }
  end

  finds_beside [
                 ["longer_than_track", { "part_length" => "384" }, { "part_length" => "383" }],
                 ["pitch_too_fine", { "top_speed" => "19.2" }, { "top_speed" => "19.1" }], # 599 Hz · 32 mm = 19.168 m/s
                 ["torque_against_current", { "rated_current" => "2.66" }, { "rated_current" => "2.64" }],
                 ["constants_disagree", { "voltage_constant" => "14.75" }, { "voltage_constant" => "14.6" }], # 13.856 · 1.06 = 14.69
                 ["peak_below_rated", { "peak_current" => "2.4" }, { "peak_current" => "2.5" }],
                 ["top_speed_above_rated", { "top_speed" => "2.01" }, { "top_speed" => "2" }],
                 ["drive_too_small", { "rated_current" => "3.01" }, { "rated_current" => "3" }]
               ]

  it "finds a track that is too short for the stroke, and not one that is just long enough" do
    expect(ids(others: { "mechanics" => { "stroke" => "245" } })).to include("track_too_short")
    expect(ids(others: { "mechanics" => { "stroke" => "244" } })).not_to include("track_too_short")
  end

  it "proposes in the drive's units, two poles a pitch, half the line figures" do
    expect(proposed).to include(
      "motor.pole_pair_pitch" => 32.0,
      "motor.rated_torque" => be_within(1e-9).of(60),
      "motor.rated_speed" => be_within(1e-9).of(2000),
      "motor.torque_constant" => be_within(1e-9).of(24),
      "motor.rotor_inertia" => be_within(1e-9).of(1.6),
      "motor.phase_resistance" => 2.6,
      "limits.motor_speed" => be_within(1e-9).of(2000),
      "limits.torque" => 300.0
    )
    expect(proposed.keys).not_to include("motor.pole_pairs")
  end

  # Peak amperes: 24 N/A rms are 16.97 N/A peak. North to north: the pair at once. One phase: half of two.
  it "takes other conventions" do
    expect(
      proposed(
        "current_form" => "peak",
        "force_constant" => "16.97",
        "rated_current" => "3.536",
        "peak_current" => "10.607"
      )[
        "motor.torque_constant"
      ]
    ).to be_within(0.01).of(24)
    expect(proposed("pole_pitch" => "32", "pitch_form" => "pair")["motor.pole_pair_pitch"]).to eq(32.0)
    expect(
      proposed("line_resistance" => "2.6", "line_inductance" => "9", "winding_form" => "phase")[
        "motor.phase_resistance"
      ]
    ).to eq(2.6)
    expect(proposed("force_constant" => "", "voltage_constant" => "13.856")["motor.torque_constant"]).to be_within(
      0.01
    ).of(24)
  end

  it("names the facts that it asks for in its findings") do
    expect(
      assess("rated_current" => "3").findings.flat_map(&:facts) - machine({}).stage("motor").sheet.fields.map(&:key)
    ).to be_empty
  end
end
