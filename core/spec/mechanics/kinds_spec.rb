# frozen_string_literal: true

require_relative "../core_helper"

# Winders, second gears, parts by their dimensions, elasticity, laws of the load, and travel by the tape.
RSpec.describe Gallop::Mechanics::Train do
  KINDS_ROTOR = {
    "rotor_inertia" => "0.5",
    "top_speed" => "3000",
    "pole_pairs" => "4",
    "torque_constant" => "0.85",
    "peak_current" => "8.4",
    "rated_torque" => "2.38"
  }.freeze
  KINDS_ROLL = {
    "mechanism" => "winder",
    "core_diameter" => "90",
    "full_diameter" => "400",
    "web_width" => "1600",
    "web_density" => "500",
    "web_tension" => "150",
    "web_speed" => "40",
    "gear_motor" => "10",
    "gear_output" => "1"
  }.freeze
  KINDS_TABLE = { "mechanism" => "table", "load_inertia" => "1.6" }.freeze
  KINDS_SCREW = {
    "mechanism" => "screw",
    "lead" => "10",
    "load_mass" => "20",
    "stroke" => "300",
    "unit" => "µm"
  }.freeze

  def stage(facts, family: "haflinger", motor: KINDS_ROTOR) =
    Gallop::Machine.new(Gallop::Objects::Profile.load(family), "motor" => motor, "mechanics" => facts).stage(
      "mechanics"
    )
  def figures(facts, **options) =
    stage(facts, **options).assessment.consequences.to_h { |item| [item.id, item.words || item.value] }
  def ids(facts, **options) = stage(facts, **options).assessment.findings.map(&:id)
  def proposed(facts, **options) = stage(facts, **options).assessment.proposals.to_h { |item| [item.key, item.figure] }

  # Worked by hand.
  [
    # π/32 · 500 kg/m³ · 1.6 m · (0.4⁴ − 0.09⁴) m⁴
    ["a roll of 500 kg/m³", KINDS_ROLL, "roll_inertia", 2.00547],
    # 2 · (2/3 m/s)/0.09 m
    ["40 m/min on 90 mm", KINDS_ROLL, "winder_speeds", 141.471],
    # 150 N · 0.2 m over 10 to 1
    ["150 N at 200 mm over 10 to 1", KINDS_ROLL, "winder_torques", 3.0],
    ["ten times the speed of the core at the motor", KINDS_ROLL, "motor_speed", 1414.71],
    # 2.00547/100 kg·m² at the motor
    ["the full roll over 10² at the motor", KINDS_ROLL, "inertia_at_motor", 200.547],
    ["its own core added", KINDS_ROLL.merge("core_inertia" => "5000"), "roll_inertia", 2.50547],
    # π/32 · 7850 · 0.5 m · (0.02 m)⁴ = 6.1654e-5 kg·m²
    [
      "a steel screw of 20 mm and 500 mm",
      KINDS_SCREW.merge("cylinder_diameter" => "20", "cylinder_length" => "500"),
      "cylinder_inertia",
      0.61654
    ],
    [
      "the same in aluminium",
      KINDS_SCREW.merge("cylinder_diameter" => "20", "cylinder_length" => "500", "cylinder_material" => "2700"),
      "cylinder_inertia",
      0.21206
    ],
    # 20 kg · (10 mm/2π)² = 5.0661e-5, with the screw 1.12315e-4 kg·m²
    [
      "load and screw together",
      KINDS_SCREW.merge("cylinder_diameter" => "20", "cylinder_length" => "500"),
      "inertia_at_motor",
      1.12315
    ],
    # √(91/1.6e-4)/2π and √(91 · (1/0.5e-4 + 1/1.6e-4))/2π
    ["load on its spring", KINDS_TABLE.merge("stiffness" => "91"), "anti_resonance", 120.03],
    ["both on the spring", KINDS_TABLE.merge("stiffness" => "91"), "resonance", 245.98],
    # over 2 to 1 stiffness and load shrink by 4: the anti-resonance stays, the resonance is √(22.75 · (2e4 + 2.5e4))/2π
    [
      "the same over 2 to 1",
      KINDS_TABLE.merge("stiffness" => "91", "gear_motor" => "2", "gear_output" => "1"),
      "resonance",
      161.03
    ],
    # 10 N/µm · (10 mm/2π)² = 25.330 N·m/rad on 5.0661e-5 kg·m²: √(k/m) = √(1e7/20) = 707.1 rad/s
    ["a screw of 10 N/µm with 20 kg", KINDS_SCREW.merge("stiffness" => "10"), "anti_resonance", 112.54],
    [
      "99.82 mm in ten turns",
      { "mechanism" => "measured", "measured_turns" => "10", "measured_travel" => "99.82", "load_mass" => "1" },
      "travel_a_turn",
      9.982
    ],
    # 3 · 2.5 = 7.5 to 1 on 10 mm
    [
      "two stages, 3 to 1 and 5 to 2",
      KINDS_SCREW.merge("gear_motor" => "3", "gear_output" => "1", "gear_2_motor" => "5", "gear_2_output" => "2"),
      "travel_a_turn",
      10 / 7.5
    ]
  ].each do |what, facts, id, figure|
    it("works out #{id}: #{what}") { expect(figures(facts).fetch(id)).to be_within(figure.abs * 2e-4).of(figure) }
  end

  it "says what a law of the load means" do
    %w[constant linear quadratic]
      .zip([/whole torque, half the power/, /half the torque, a quarter/, /quarter of the torque, an eighth/])
      .each { |law, words| expect(figures(KINDS_TABLE.merge("load_law" => law))["load_law_says"]).to match(words) }
    expect(proposed(KINDS_TABLE.merge("load_law" => "quadratic"), family: "shire", motor: {})).to include(
      "output.load_law" => 2
    )
  end

  it "takes a measured travel as an exact ratio" do
    expect(
      proposed(
        {
          "mechanism" => "measured",
          "measured_turns" => "7",
          "measured_travel" => "31.4",
          "unit" => "µm",
          "load_mass" => "1"
        }
      )
    ).to include("mechanics.feed" => 31_400, "mechanics.feed_turns" => 7)
    expect(proposed(KINDS_SCREW.merge("unit" => "in"))).to include(
      "mechanics.feed" => 50,
      "mechanics.feed_turns" => 127
    )
    expect(proposed(KINDS_SCREW.merge("unit" => "nm"))).to include("mechanics.feed" => 10_000_000)
  end

  # Each finding where it appears, and just beside it where it does not.
  finds_beside [
                 [
                   "half_a_gear",
                   KINDS_SCREW.merge("gear_2_motor" => "2"),
                   KINDS_SCREW.merge("gear_2_motor" => "2", "gear_2_output" => "1")
                 ],
                 [
                   "half_a_measurement",
                   KINDS_SCREW.merge("measured_turns" => "10"),
                   KINDS_SCREW.merge("measured_turns" => "10", "measured_travel" => "100")
                 ],
                 # 0.5 % of 100 mm
                 [
                   "travel_differs",
                   KINDS_SCREW.merge("measured_turns" => "10", "measured_travel" => "100.51"),
                   KINDS_SCREW.merge("measured_turns" => "10", "measured_travel" => "100.49")
                 ],
                 [
                   "roll_turned",
                   KINDS_ROLL.merge("core_diameter" => "400"),
                   KINDS_ROLL.merge("core_diameter" => "399")
                 ],
                 # 40 Hz: k = (2π·40)²/(26 250) = 2.4063 N·m/rad
                 ["resonance_low", KINDS_TABLE.merge("stiffness" => "2.40"), KINDS_TABLE.merge("stiffness" => "2.41")]
               ]

  it "names a gear that was forgotten" do
    finding =
      stage(KINDS_SCREW.merge("measured_turns" => "10", "measured_travel" => "20")).assessment.findings.find do |item|
        item.id == "travel_differs"
      end
    expect(finding).to have_attributes(severity: :blocker, because: /The ratio is 5/)
  end
end
