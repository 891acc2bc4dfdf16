# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Motors::Brushed do
  let(:profile) { Gallop::Objects::Profile.load("exmoor") }
  # A consistent motor: T = 0.096 · (8.4 − 0.6) = 0.749 N·m; ω = (48 − 0.32 · 8.4)/0.096 = 472 rad/s
  let(:sheet) do
    {
      "rated_voltage" => "48",
      "rated_torque" => "0.749",
      "rated_speed" => "4510",
      "rated_current" => "8.4",
      "peak_current" => "25",
      "torque_constant" => "0.096",
      "line_resistance" => "0.32",
      "line_inductance" => "0.42",
      "no_load_current" => "0.6",
      "no_load_speed" => "4760",
      "rotor_inertia" => "2.1",
      "thermal_time" => "40",
      "top_speed" => "3400",
      "gate_level" => "high",
      "turn_off" => "160"
    }
  end

  def assess(changes = {}) = Gallop::Motors.for(profile, sheet.merge(changes)).assessment
  def figure(id, changes = {}) = assess(changes).consequences.find { |consequence| consequence.id == id }&.value
  def ids(changes = {}) = assess(changes).findings.map(&:id)
  def proposed(changes = {}) = assess(changes).proposals.to_h { |proposal| [proposal.key, proposal.figure] }

  # By hand: (0.94 · 48 − 0.32 · 8.402)/0.096 = 442.0 rad/s; (0.94 · 48 − 0.32 · 0.6)/0.096 = 468.0; 0.42/0.32; R J/k²
  # = 0.32 · 2.1e-4/0.096²; 25 · 0.096/2.1e-4;
  # 0.096 · 2π/60 · 1000; 60/2π/0.096; 0.32/0.096² · 0.749 = 26.01 rad/s; 48/0.32; (1 − √(0.6 · 0.32/48))²; 0.749 ·
  # 472.3; 353.7/(48 · 8.4); 0.32 · 8.4²; 40 · −ln(1 − (8.4/25)²)
  {
    "top_speed_on_bus" => 4220.8,
    "no_load_on_bus" => 4469.1,
    "electrical_time_constant" => 1.3125,
    "mechanical_time_constant" => 7.2917,
    "peak_acceleration" => 11.429,
    "voltage_constant" => 10.053,
    "speed_constant" => 99.47,
    "speed_drop" => 248.3,
    "stall" => 150.0,
    "best_efficiency" => 87.75,
    "rated_power" => 353.7,
    "power_balance" => 87.73,
    "copper_loss" => 22.579,
    "time_at_peak" => 4.797
  }.each { |id, value| it("computes #{id}") { expect(figure(id)).to be_within(value * 1.5e-3).of(value) } }

  # Both wires: 2 · 0.0175 · 4/1.5 · 8.4
  it("loses voltage in both wires of its cable") do
    expect(figure("cable_drop", "cable_length" => "4", "cable_section" => "1.5")).to be_within(1e-3).of(0.784)
  end

  # The plant, on 0.94 of the bus and with the friction of 0.6 A, ends where the curve says.
  it "ends where the simulated motor ends" do
    motor = Gallop::Plant::BrushedMotor.new(resistance: 0.32, inductance: 0.42e-3, constant: 0.096)
    mass = Gallop::Plant::OneMass.new(inertia: 2.1e-4, coulomb: 0.6 * 0.096, load_torque: 0.749)
    40_000.times do
      motor.apply(0.0, 0.94 * 48 / Math.sqrt(3), 0.0, mass.speed, 62.5e-6)
      mass.turn(motor.torque, 62.5e-6)
    end
    expect(mass.speed * 60 / (2 * Math::PI)).to be_within(1).of(figure("top_speed_on_bus"))
    expect(motor.current).to be_within(0.01).of(8.4)
  end

  it("finds nothing wrong with a consistent motor") { expect([ids, assess.missing]).to eq([[], []]) }

  finds_beside [
                 ["torque_against_current", { "rated_torque" => "0.80" }, { "rated_torque" => "0.79" }], # (T/k + 0.6)/8.4 = 1.0635 and 1.051
                 ["constants_disagree", { "voltage_constant" => "10.7" }, { "voltage_constant" => "10.6" }], # 10.053 · 1.06 = 10.656
                 ["speed_constant_disagrees", { "speed_constant" => "93" }, { "speed_constant" => "94.5" }], # 99.47/1.06 = 93.84
                 ["rated_point_disagrees", { "rated_speed" => "4820" }, { "rated_speed" => "4780" }], # 48 · 1.06 − 2.69 = 48.19 V: 4 794 rpm
                 ["no_load_disagrees", { "no_load_speed" => "5050" }, { "no_load_speed" => "5030" }], # (48 − 0.192)/0.096 · 1.06: 5 041 rpm
                 ["more_out_than_in", { "rated_torque" => "0.86" }, { "rated_torque" => "0.85" }], # 403.2 W / 472.3 rad/s = 0.8537 N·m
                 ["other_voltage", { "rated_voltage" => "38" }, { "rated_voltage" => "39" }], # 48/1.25 = 38.4
                 ["peak_below_rated", { "peak_current" => "8.3" }, { "peak_current" => "8.4" }],
                 ["drive_too_small", { "rated_current" => "20.1" }, { "rated_current" => "20" }],
                 ["peak_beyond_drive", { "peak_current" => "40.1" }, { "peak_current" => "40" }],
                 ["top_speed_beyond_bus", { "top_speed" => "3580" }, { "top_speed" => "3560" }], # (0.94 · 38.4 − 0.192)/0.096: 3 571 rpm
                 ["brushes_too_fast", { "top_speed" => "5413" }, { "top_speed" => "5411" }], # 1.2 · 4510 = 5412
                 ["electrical_time_unusual", { "line_inductance" => "9.7" }, { "line_inductance" => "9.5" }], # 30 ms · 0.32
                 ["losses_too_large", { "line_resistance" => "2.6" }, { "line_resistance" => "2.4" }], # 0.5 · 353.7/8.4² = 2.506
                 ["stage_not_described", { "turn_off" => "" }, {}],
                 ["no_sensor", { "sensor" => "none" }, { "sensor" => "ptc" }]
               ]

  # 1/99.47 rpm/V is 0.096 N·m/A, as are 10.053 V/krpm
  it "takes the constant in any of its three conventions" do
    [
      { "speed_constant" => "99.47" },
      { "speed_constant" => "10.417 rad/s/V" },
      { "voltage_constant" => "10.053" },
      { "voltage_constant" => "0.096 V·s/rad" }
    ].each do |given|
      expect(proposed(given.merge("torque_constant" => ""))["motor.torque_constant"]).to be_within(1e-4).of(0.096)
      expect(assess(given.merge("torque_constant" => "")).missing).to be_empty
    end
    expect(assess("torque_constant" => "").missing).to eq(["torque_constant"])
  end

  it "proposes what the drive reckons with" do
    expect(proposed).to include(
      "motor.phase_resistance" => 0.32,
      "motor.phase_inductance" => be_within(1e-9).of(0.42),
      "limits.motor_speed" => be_within(1e-6).of(3400),
      "limits.current" => 297.6,
      "motor.rated_torque" => 0.749
    )
    expect(proposed.keys).not_to include("motor.pole_pairs")
  end

  it "speaks neither of phases nor of rms" do
    result = assess("rated_torque" => "0.9", "voltage_constant" => "12", "line_resistance" => "3")
    said =
      result.consequences.flat_map { |item| [item.label, item.note] } +
        result.findings.flat_map { |item| [item.headline, item.because, item.so] }
    expect(said.compact.grep(/rms|phase|pole/)).to be_empty
  end

  it "draws the torque that the current allows and the voltage leaves" do
    curve = assess.charts.first.curves.first.points
    expect(curve.first).to match([0.0, be_within(1e-9).of(2.4)])
    expect(curve.last).to match([be_within(1).of(4469.1), 0.0])
  end
end
