# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Mechanics::Slide do
  let(:profile) { Gallop::Objects::Profile.load("camargue") }
  motor = {
    "rated_force" => "60",
    "rated_speed" => "2",
    "rated_current" => "2.5",
    "peak_current" => "7.5",
    "pole_pitch" => "16",
    "force_constant" => "24",
    "moving_mass" => "1.6",
    "top_speed" => "2"
  }.freeze
  load = {
    "load_mass" => "2.1",
    "slope" => "30",
    "friction_force" => "16",
    "speed" => "60",
    "acceleration" => "8",
    "stroke" => "200",
    "unit" => "µm",
    "cycle_time" => "1.5"
  }.freeze

  def assess(facts) = Gallop::Machine.new(profile, facts).stage("mechanics").assessment
  define_method(:figures) do |changes = {}|
    assess("motor" => motor, "mechanics" => load.merge(changes)).consequences.to_h { |item| [item.id, item.value] }
  end
  define_method(:ids) { |changes = {}| assess("motor" => motor, "mechanics" => load.merge(changes)).findings.map(&:id) }
  define_method(:proposed) do |changes = {}|
    assess("motor" => motor, "mechanics" => load.merge(changes)).proposals.to_h { |item| [item.key, item.figure] }
  end

  # By hand: 3.7 kg · 9.80665 · sin 30° = 18.142 N; 3.7 · 8 = 29.6 N; 29.6 + 16 + 18.142 = 63.742 N. Cycle: 0.125 s
  # up, 0.075 s along, 0.125 s down, 1.175 s rest:
  # √((63.742² · 0.125 + 34.142² · 0.075 + 4.542² · 0.125 + 18.142² · 1.175)/1.5) = 25.62 N
  {
    "gravity_torque" => 18.142,
    "acceleration_torque" => 29.6,
    "peak_torque" => 63.742,
    "rms_torque" => 25.62,
    "inertia_at_motor" => 2.1,
    "friction_at_motor" => 16.0,
    "inertia_ratio" => 2.1 / 1.6,
    "unit_factor" => 32_000
  }.each { |id, value| it("computes #{id}") { expect(figures[id]).to be_within(value * 1e-3).of(value) } }

  it("says nothing of gears, turns and screws") do
    expect(figures.keys).not_to include("travel_a_turn", "motor_speed", "measured_travel")
  end

  finds_beside [
                 ["load_falls", { "friction_force" => "18.1" }, { "friction_force" => "18.2" }],
                 ["motor_too_fast", { "speed" => "121" }, { "speed" => "120" }],
                 ["torque_beyond_motor", { "acceleration" => "39.5" }, { "acceleration" => "39.3" }], # (180 − 34.14)/3.7 = 39.42 m/s²
                 ["inertia_ratio_large", { "load_mass" => "16.1" }, { "load_mass" => "15.9" }],
                 ["cycle_too_short", { "cycle_time" => "0.32" }, { "cycle_time" => "0.33" }]
               ]

  it "proposes mass, forces and feed in the drive's units" do
    expect(proposed("friction_force" => "20")).to include(
      "speed_loop.load_inertia" => be_within(1e-9).of(2.1),
      "mechanics.friction" => be_within(1e-9).of(20),
      "mechanics.gravity" => be_within(1e-3).of(18.142),
      "mechanics.feed" => 32_000,
      "mechanics.feed_turns" => 1
    )
  end

  it "waits for the pole pitch, without which no force becomes a current" do
    result = assess("motor" => motor.except("pole_pitch"), "mechanics" => load)
    expect([result.consequences, result.proposals]).to eq([[], []])
  end

  it "makes limits of it, in metres a second" do
    limits =
      Gallop::Machine
        .new(
          profile,
          "motor" => motor,
          "mechanics" => load,
          "power" => {
            "mains_voltage" => "230",
            "resistor" => "90"
          },
          "feedback" => {
            "device" => "absolute",
            "step_length" => "100"
          },
          "limits" => {
            "following" => "0.5",
            "travel_low" => "-1",
            "travel_high" => "205"
          }
        )
        .stage("limits")
        .assessment
    expect(limits.proposals.to_h { |item| [item.key, item.figure] }).to include(
      "ramps.profile_speed" => 1000,
      "ramps.acceleration" => 8000,
      "ramps.profile_speed_limit" => 2000,
      "position.limit_low" => -10_000,
      "position.limit_high" => 2_050_000,
      "position.following_error_window" => 5000
    )
    expect(limits.charts.first.y.unit).to eq("m/s")
  end
end
