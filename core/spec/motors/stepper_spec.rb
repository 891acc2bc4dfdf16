# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Motors::Stepper do
  let(:profile) { Gallop::Objects::Profile.load("konik") }
  let(:sheet) do
    {
      "steps" => "200",
      "holding_torque" => "3.4",
      "rated_current" => "4",
      "line_resistance" => "0.88",
      "line_inductance" => "6.3",
      "detent_torque" => "0.05",
      "rotor_inertia" => "0.82",
      "thermal_time" => "40",
      "top_speed" => "1200"
    }
  end

  def assess(changes = {}) = Gallop::Motors.for(profile, sheet.merge(changes)).assessment
  def figure(id, changes = {}) = assess(changes).consequences.find { |consequence| consequence.id == id }&.value
  def ids(changes = {}) = assess(changes).findings.map(&:id)
  def proposed(changes = {}) = assess(changes).proposals.to_h { |proposal| [proposal.key, proposal.figure] }

  # By hand: 360/200; 1200/60 · 50; 6.3/0.88; ψ = 0.85/(√2 · 50); 2 R J/K_t² = 2 · 0.88 · 0.82e-4/0.85²; 4 ·
  # 0.85/0.82e-4; K_e = K_t/2 in V/krpm; 0.05/3.4; 2 · 0.88 · 4²
  {
    "step_follows" => 1.8,
    "output_frequency" => 1000.0,
    "electrical_time_constant" => 7.159,
    "flux" => 12.021,
    "mechanical_time_constant" => 0.19975,
    "peak_acceleration" => 41.46,
    "voltage_constant" => 44.506,
    "teeth_ripple" => 1.4706,
    "copper_loss" => 28.16
  }.each { |id, value| it("computes #{id}") { expect(figure(id)).to be_within(value * 1e-3).of(value) } }

  # Amplitudes of one phase: (ω_e ψ + R i)² + (ω_e L i)² = (0.94 · 325.3)² with i = √2 I
  it "finds the speed to which the bus carries the holding torque" do
    field = figure("top_speed_on_bus") * 2 * Math::PI / 60 * 50
    current = 4 * Math.sqrt(2)
    expect(Math.hypot(field * 0.85 / (Math.sqrt(2) * 50) + 0.88 * current, field * 6.3e-3 * current)).to be_within(
      0.3
    ).of(0.94 * 230 * Math.sqrt(2))
  end

  it "tells what torque is left at top speed" do
    left = figure("torque_at_top_speed", "top_speed" => "2200")
    current = left / 0.85 * Math.sqrt(2)
    field = 2200 * 2 * Math::PI / 60 * 50
    expect(Math.hypot(field * 0.85 / (Math.sqrt(2) * 50) + 0.88 * current, field * 6.3e-3 * current)).to be_within(
      0.3
    ).of(0.94 * 230 * Math.sqrt(2))
    expect(figure("torque_at_top_speed")).to be_within(1e-9).of(3.4)
  end

  # The plant with these figures, held at 90° of load angle, makes the holding torque with rated current in both
  # phases: i_q = √2 · 4 A.
  it "agrees with the simulated motor" do
    motor = Gallop::Plant::StepperMotor.new(resistance: 0.88, inductance: 6.3e-3, flux: 12.021e-3, pole_pairs: 50)
    4000.times { motor.apply(0.0, 0.88 * 4 * Math.sqrt(2), 0.0, 0.0, 62.5e-6) }
    expect(motor.torque).to be_within(3.4e-3).of(3.4)
    expect(motor.copper_loss).to be_within(0.03).of(28.16)
  end

  it("finds nothing wrong with a consistent motor") { expect([ids, assess.missing]).to eq([[], []]) }

  finds_beside [
                 ["steps_odd", { "steps" => "202" }, { "steps" => "204" }],
                 ["angle_odd", { "steps" => "", "step_angle" => "1.7" }, { "steps" => "", "step_angle" => "1.8" }],
                 ["steps_disagree", { "step_angle" => "0.9" }, { "step_angle" => "1.8" }],
                 ["field_too_fast", { "top_speed" => "2401" }, { "top_speed" => "2399" }], # 2 000 Hz / 50
                 ["detent_large", { "detent_torque" => "0.52" }, { "detent_torque" => "0.5" }], # 15 % of 3.4
                 ["peak_below_rated", { "peak_current" => "3.9" }, { "peak_current" => "4" }],
                 ["drive_too_small", { "rated_current" => "4.01" }, { "rated_current" => "4" }],
                 ["peak_beyond_drive", { "peak_current" => "6.01" }, { "peak_current" => "6" }],
                 ["electrical_time_unusual", { "line_inductance" => "44.1" }, { "line_inductance" => "43.9" }], # 50 ms · 0.88
                 [
                   "top_speed_beyond_bus",
                   { "steps" => "400", "holding_torque" => "26", "top_speed" => "1180" },
                   { "steps" => "400", "holding_torque" => "26", "top_speed" => "560" }
                 ], # K_t 6.5: ψ ω_e = 275 V at 572 rpm
                 [
                   "no_torque_at_top_speed",
                   { "line_inductance" => "40", "top_speed" => "1130" },
                   { "line_inductance" => "40", "top_speed" => "1090" }
                 ], # (0.94 · 292.7 V)² less back-EMF² over ω_e L
                 ["no_sensor", { "sensor" => "none" }, { "sensor" => "ptc" }]
               ]

  it "takes the angle in place of the steps, also rounded" do
    expect([["1.8", 50.0], ["0.9°", 100.0], ["3.75", 24.0]]).to all(
      satisfy { |text, pairs| proposed("steps" => "", "step_angle" => text)["motor.pole_pairs"] == pairs }
    )
    expect(assess("steps" => "", "step_angle" => "1.8").missing).to be_empty
    expect(assess("steps" => "").missing).to eq(["steps"])
  end

  # By hand: √2 · 3.4 N·m; 4/√2 A, 2 · 0.88 Ω, 4 · 6.3 mH; 4 · √2 A, 0.44 Ω, 6.3 mH. The copper loss stays.
  it "brings a sheet of half windings to the connection" do
    expect(proposed("winding_form" => "series")).to include(
      "motor.rated_torque" => be_within(1e-3).of(4.808),
      "motor.rated_current" => be_within(1e-3).of(2.828),
      "motor.phase_resistance" => 1.76,
      "motor.phase_inductance" => be_within(1e-9).of(25.2)
    )
    expect(proposed("winding_form" => "parallel", "rated_current" => "2.8")).to include(
      "motor.rated_current" => be_within(1e-3).of(3.960),
      "motor.phase_resistance" => 0.44,
      "motor.phase_inductance" => be_within(1e-9).of(6.3)
    )
    expect(
      [figure("copper_loss", "winding_form" => "series"), figure("copper_loss", "winding_form" => "parallel")]
    ).to all(be_within(1e-6).of(28.16))
  end

  it "proposes what the drive reckons with" do
    expect(proposed).to include(
      "motor.pole_pairs" => 50.0,
      "motor.torque_constant" => be_within(1e-9).of(0.85),
      "motor.peak_current" => 4.0,
      "motor.phase_resistance" => 0.88,
      "limits.current" => 100.0
    )
  end

  it "names the facts that it asks for in findings and proposals" do
    stage =
      Gallop::Motors.for(
        profile,
        sheet.merge("rated_current" => "9", "top_speed" => "2300", "steps" => "", "step_angle" => "1.8")
      )
    named = stage.assessment.then { |result| result.findings.flat_map(&:facts) + result.proposals.flat_map(&:facts) }
    expect(named - stage.sheet.fields.map(&:key)).to be_empty
    expect(named).to include("step_angle")
  end
end
