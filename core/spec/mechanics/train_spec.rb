# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Mechanics::Train do
  MOTOR = {
    "rated_torque" => "1.27",
    "rated_speed" => "3000",
    "rated_current" => "2.6",
    "peak_current" => "7.8",
    "torque_constant" => "0.488",
    "rotor_inertia" => "0.29",
    "top_speed" => "4500"
  }.freeze
  SCREW = {
    "mechanism" => "screw",
    "lead" => "10",
    "load_mass" => "40",
    "speed" => "20",
    "acceleration" => "2",
    "stroke" => "300",
    "unit" => "µm",
    "gear_motor" => "2",
    "gear_output" => "1"
  }.freeze

  def stage(facts, motor: MOTOR, family: "haflinger")
    Gallop::Machine.new(Gallop::Objects::Profile.load(family), "motor" => motor, "mechanics" => facts).stage(
      "mechanics"
    )
  end

  def figures(facts, **options) = stage(facts, **options).assessment.consequences.to_h { |item| [item.id, item.value] }
  def ids(facts, **options) = stage(facts, **options).assessment.findings.map(&:id)
  def proposed(facts, **options) = stage(facts, **options).assessment.proposals.to_h { |item| [item.key, item.figure] }

  # r = 10 mm/2π = 1.59155 mm/rad; m r² = 40·(1.59155e-3)² = 1.01321e-4 kg·m²; over 2² it is 0.253303 kg·cm².
  it "reflects a screw's load through the gear" do
    expect(figures(SCREW)).to include(
      "travel_a_turn" => be_within(1e-9).of(5.0),
      "inertia_at_motor" => be_within(1e-5).of(0.253303),
      "inertia_ratio" => be_within(1e-3).of(0.8735)
    )
  end

  # 20 m/min over 10 mm and 2:1 is 4 000 rpm; 2 m/s² is 2/1.59155e-3·2 = 2513.27 rad/s²; times (0.253303 + 0.29)e-4 is
  # 0.136547 N·m.
  it "says what speed and acceleration ask of the motor" do
    expect(figures(SCREW)).to include(
      "motor_speed" => be_within(1e-6).of(4000),
      "acceleration_torque" => be_within(1e-5).of(0.136547)
    )
  end

  # 40 kg·9.80665 = 392.266 N; ·1.59155e-3/2 = 0.312155 N·m; at 30° half of it; 20 kg of counterweight take half of
  # the force, and add their mass.
  it "weighs gravity by slope and counterweight" do
    expect(figures(SCREW.merge("slope" => "90"))["gravity_torque"]).to be_within(1e-5).of(0.312155)
    expect(figures(SCREW.merge("slope" => "30"))["gravity_torque"]).to be_within(1e-5).of(0.156078)
    balanced = figures(SCREW.merge("slope" => "90", "counterweight" => "20"))
    expect([balanced["gravity_torque"], balanced["inertia_at_motor"]]).to match(
      [be_within(1e-5).of(0.156078), be_within(1e-5).of(0.379954)]
    )
  end

  # A loss is no inertia: (0.29e-4 + 2.53303e-5/0.8) kg·m² · 2513.27 rad/s² = 0.152462 N·m
  it "lets the gear's loss weigh on the torque, not on the inertia" do
    expect(figures(SCREW.merge("gear_efficiency" => "80"))).to include(
      "inertia_at_motor" => be_within(1e-5).of(0.253303),
      "acceleration_torque" => be_within(1e-6).of(0.152462)
    )
  end

  # 50 N·1.59155e-3/2 = 0.0397887 N·m; largest upward: 0.136547 + 0.0397887 + 0.312155 = 0.488491 N·m
  it "adds friction, gravity and process to the largest torque" do
    expect(figures(SCREW.merge("slope" => "90", "friction_force" => "50"))).to include(
      "friction_at_motor" => be_within(1e-6).of(0.0397887),
      "peak_torque" => be_within(1e-5).of(0.488491)
    )
    expect(figures(SCREW.merge("process_force" => "100"))["peak_torque"]).to be_within(1e-5).of(0.136547 + 0.0795775)
  end

  # Level, no friction, 300 mm at 20 m/min = 1/3 m/s and 2 m/s²: ramps of 1/6 s, cruise (0.3 − 1/18)/(1/3) = 0.733333
  # s, motion 1.066667 s;
  # RMS over 4 s: 0.136547·√(2·(1/6)/4) = 0.0394177 N·m
  # −300 N help on the way there and oppose the way back: 0.136547 + 300·1.59155e-3/2 = 0.375280 N·m.
  it "lets a force that helps one way oppose the other" do
    expect(figures(SCREW.merge("process_force" => "-300"))["peak_torque"]).to be_within(1e-5).of(0.375280)
    expect(figures(SCREW.merge("process_force" => "300"))["peak_torque"]).to be_within(1e-5).of(0.375280)
  end

  it "works out the RMS torque of a cycle" do
    expect(figures(SCREW.merge("cycle_time" => "4"))["rms_torque"]).to be_within(1e-6).of(0.0394177)
  end

  # 10 mm of stroke never reach the speed: ramps of √(0.01/2) = 0.0707107 s each; over 1 s 0.136547·√0.141421 =
  # 0.05135 N·m
  it "knows a short move that never cruises" do
    expect(figures(SCREW.merge("stroke" => "10", "cycle_time" => "1"))["rms_torque"]).to be_within(1e-5).of(0.05135)
  end

  # 32 teeth at 5 mm are 160 mm a turn, direct: r = 25.4648 mm, 6 kg → 38.9075 kg·cm²
  it "reflects a belt's load" do
    belt = { "mechanism" => "belt", "teeth" => "32", "pitch" => "5", "load_mass" => "6" }
    expect(figures(belt)).to include(
      "travel_a_turn" => be_within(1e-9).of(160),
      "inertia_at_motor" => be_within(1e-3).of(38.9075)
    )
  end

  # A roller of 120 mm: 376.991 mm a turn; 30 m/min are 79.5775 rpm, over 5:1 397.887 rpm
  it "turns a web's speed into a motor's, without encoder too" do
    roller = {
      "mechanism" => "roller",
      "diameter" => "120",
      "load_mass" => "0",
      "output_inertia" => "900",
      "gear_motor" => "5",
      "gear_output" => "1",
      "speed" => "30"
    }
    expect(figures(roller, family: "shire", motor: {})).to include(
      "motor_speed" => be_within(1e-3).of(397.887),
      "inertia_at_motor" => be_within(1e-9).of(36.0)
    )
    expect(proposed(roller, family: "shire", motor: {})).to be_empty
  end

  # 500 kg·cm² over 10:1 is 5 kg·cm²; 60 rpm is 600 rpm; 120 rpm/s is 1200 rpm/s = 125.664 rad/s² → (5 +
  # 0.29)e-4·125.664 = 0.0664761 N·m
  it "drives a rotary table" do
    table = {
      "mechanism" => "table",
      "load_inertia" => "500",
      "gear_motor" => "10",
      "gear_output" => "1",
      "speed" => "60",
      "acceleration" => "120"
    }
    expect(figures(table)).to include(
      "inertia_at_motor" => be_within(1e-9).of(5),
      "motor_speed" => be_within(1e-6).of(600),
      "acceleration_torque" => be_within(1e-6).of(0.0664761)
    )
  end

  it "proposes the factors of CiA 402, exact where that is possible" do
    expect(proposed(SCREW)).to include(
      "mechanics.gear_motor" => 2,
      "mechanics.gear_output" => 1,
      "mechanics.feed" => 10_000,
      "mechanics.feed_turns" => 1,
      "speed_loop.load_inertia" => be_within(1e-5).of(0.253303)
    )
    thread = proposed(SCREW.merge("lead" => "0.2 in", "unit" => "mil"))
    expect(thread).to include("mechanics.feed" => 200, "mechanics.feed_turns" => 1)
    ratio = proposed(SCREW.merge("gear_motor" => "70", "gear_output" => "28"))
    expect(ratio).to include("mechanics.gear_motor" => 5, "mechanics.gear_output" => 2)
    table = proposed({ "mechanism" => "table", "load_inertia" => "5", "unit" => "0.001°" })
    expect(table).to include("mechanics.feed" => 360_000)
  end

  it "asks for what the mechanism needs" do
    expect(stage({}).sheet.fields.map(&:key)).to eq(["mechanism"])
    expect(stage({ "mechanism" => "screw" }).sheet.missing.map(&:key)).to eq(%w[lead load_mass])
    expect(stage({ "mechanism" => "table" }).sheet.missing.map(&:key)).to eq(%w[load_inertia])
    expect(stage({ "mechanism" => "levers" }).sheet.problems["mechanism"]).to match(/none of direct, screw/)
  end

  # Each finding where it appears, and just beside it where it does not.
  [
    ["half_a_gear", { "gear_output" => "" }, { "gear_output" => "1" }],
    ["gearbox_too_fast", { "gear_speed" => "3999" }, { "gear_speed" => "4000" }],
    ["motor_too_fast", { "speed" => "22.6" }, { "speed" => "22.5" }],
    ["torque_beyond_motor", { "acceleration" => "60" }, { "acceleration" => "50" }],
    [
      "rms_beyond_motor",
      { "acceleration" => "40", "stroke" => "5", "cycle_time" => "0.03" },
      { "acceleration" => "40", "stroke" => "5", "cycle_time" => "1" }
    ],
    ["cycle_too_short", { "cycle_time" => "1.06" }, { "cycle_time" => "1.07" }],
    ["inertia_ratio_large", { "load_mass" => "460" }, { "load_mass" => "450" }],
    ["load_falls", { "slope" => "10" }, { "slope" => "10", "friction_force" => "69" }],
    ["slope_without_mass", { "slope" => "10", "load_mass" => "0" }, { "slope" => "0", "load_mass" => "0" }],
    ["unit_does_not_fit", { "unit" => "0.01°" }, { "unit" => "mm" }]
  ].each do |id, wrong, right|
    it "finds #{id} in #{wrong}, and not in #{right}" do
      expect(ids(SCREW.merge(wrong))).to include(id)
      expect(ids(SCREW.merge(right))).not_to include(id)
    end
  end

  it "says how far a factor with π in it is off over the stroke" do
    wheel = {
      "mechanism" => "wheel",
      "diameter" => "200",
      "load_mass" => "300",
      "unit" => "µm",
      "stroke" => "10000000"
    }
    # 628 318 530.718 nm a turn, for which there is no denominator above three
    expect(ids(wheel.merge("unit" => "nm"))).to include("unit_not_exact")
    expect(ids(wheel)).not_to include("unit_not_exact")
    expect(ids(wheel.merge("unit" => ""))).not_to include("unit_not_exact")
    expect(figures(wheel)["unit_factor"]).to be_within(0.001).of(628_318.5307)
  end

  it "proposes nothing while a blocker stands, and stands absurd facts" do
    expect(proposed(SCREW.merge("cycle_time" => "0.1"))).to be_empty
    random = Chance.named("train")
    keys = described_class.fields("mechanism" => "screw").map(&:key)
    300.times do
      facts =
        keys
          .to_h do |key|
            [key, ["0", "-1", "1e9", "nonsense", "0.000001", "7/0", "", "90", "1,5", "∞"].sample(random: random)]
          end
          .merge("mechanism" => described_class::MECHANISMS.keys.sample(random: random))
      result = stage(facts, motor: MOTOR.transform_values { |text| random.rand < 0.3 ? "0" : text }).assessment
      expect(result.consequences.map(&:text)).to all(be_a(String))
      expect(result.findings.map(&:headline).join).not_to match(/NaN|Infinity/)
    end
  end
end
