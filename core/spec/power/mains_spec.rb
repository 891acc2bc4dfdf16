# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Power::Mains do
  AXIS = {
    "motor" => {
      "rotor_inertia" => "0.29",
      "top_speed" => "3000",
      "torque_constant" => "0.488"
    },
    "mechanics" => {
      "mechanism" => "table",
      "load_inertia" => "1.71"
    }
  }.freeze # with the rotor 2.0e-4 kg·m²
  FEED = { "mains_voltage" => "230" }.freeze

  def stage(facts, family: "haflinger", axis: AXIS) =
    Gallop::Machine.new(Gallop::Objects::Profile.load(family), axis.merge("power" => facts)).stage("power")
  def figures(facts, **options) = stage(facts, **options).assessment.consequences.to_h { |item| [item.id, item.value] }
  def ids(facts, **options) = stage(facts, **options).assessment.findings.map(&:id)
  def proposed(facts, **options) = stage(facts, **options).assessment.proposals.to_h { |item| [item.key, item.figure] }

  # √2·230 = 325.27 V; ½·2.0e-4·(314.159)² = 9.8696 J; capacitors ½·780e-6·(400² − 357.80²) = 12.474 J, which is more.
  it "works out the bus and the energy of a stop" do
    expect(figures(FEED)).to include(
      "bus_window" => be_within(0.01).of(325.27),
      "energy_of_a_stop" => be_within(1e-3).of(9.8696),
      "capacitors_take" => be_within(0.01).of(12.474),
      "shortest_stop_without" => 100.0
    )
  end

  # 375²/90 = 1562.5 W; 2·9.8696/1562.5 = 12.63 ms; stopped in 0.1 s it begins with 197.4 W
  it "works out what a resistor takes" do
    expect(figures(FEED.merge("resistor" => "90", "stop_time" => "0.1"))).to include(
      "shortest_stop" => be_within(1e-5).of(0.012633),
      "power_of_a_stop" => be_within(0.01).of(197.39)
    )
    expect(figures(FEED.merge("resistor" => "90", "stop_interval" => "2"))["resistor_mean"]).to be_within(1e-3).of(
      4.9348
    )
  end

  # Ten times the load: 1.74e-3 kg·m², 85.9 J; the capacitors swallow 14.5 %.
  it "says how much of a large stop the capacitors swallow" do
    heavy = AXIS.merge("mechanics" => { "mechanism" => "table", "load_inertia" => "17.1" })
    expect(figures(FEED, axis: heavy)["shortest_stop_without"]).to be_within(0.05).of(14.53)
  end

  it "proposes levels, mains and resistor" do
    expect(proposed(FEED.merge("mains_phases" => "1"))).to include(
      "supply.mains_voltage" => 230,
      "supply.mains_phases" => 1,
      "supply.under_voltage" => 234,
      "supply.brake_resistor" => 0
    )
    expect(proposed(FEED.merge("resistor" => "90", "resistor_power" => "150", "resistor_pulse" => "2000"))).to include(
      "supply.brake_resistor" => 1,
      "supply.resistor_ohms" => 90,
      "supply.resistor_power" => 150,
      "supply.resistor_energy" => 2000
    )
    # 1200 W for 6 % of 120 s, that is 7.2 s: 72 W and 8640 J
    printed = { "resistor_duty_power" => "1200", "resistor_duty" => "6", "resistor_cycle" => "120" }
    expect(proposed(FEED.merge("resistor" => "90", **printed))).to include(
      "supply.resistor_power" => 72,
      "supply.resistor_energy" => 8640
    )
    expect(
      proposed(FEED.merge("brake" => "drive", "brake_release" => "60", "brake_engage" => "35", "brake_torque" => "2"))
    ).to include("brake.fitted" => 1, "brake.release_time" => 60, "brake.engage_time" => 35, "brake.torque" => 2)
  end

  # Each finding where it appears, and just beside it where it does not.
  [
    ["mains_too_high", { "mains_voltage" => "242" }, { "mains_voltage" => "241" }],
    ["mains_too_low", { "mains_voltage" => "206" }, { "mains_voltage" => "207" }],
    ["resistor_too_low", { "resistor" => "59" }, { "resistor" => "60" }],
    [
      "resistor_too_high",
      { "resistor" => "90", "stop_time" => "0.0126" },
      { "resistor" => "90", "stop_time" => "0.0127" }
    ],
    [
      "pulse_too_large",
      { "resistor" => "90", "resistor_pulse" => "9.8" },
      { "resistor" => "90", "resistor_pulse" => "9.9" }
    ],
    [
      "mean_too_large",
      { "resistor" => "90", "resistor_power" => "9", "stop_interval" => "1" },
      { "resistor" => "90", "resistor_power" => "10", "stop_interval" => "1" }
    ],
    [
      "mean_too_large",
      { "resistor" => "90", "resistor_duty_power" => "150", "resistor_duty" => "6", "stop_interval" => "1" },
      { "resistor" => "90", "resistor_duty_power" => "170", "resistor_duty" => "6", "stop_interval" => "1" }
    ],
    [
      "resistor_told_twice",
      { "resistor" => "90", "resistor_power" => "100", "resistor_duty_power" => "1850", "resistor_duty" => "6" },
      { "resistor" => "90", "resistor_power" => "100", "resistor_duty_power" => "1800", "resistor_duty" => "6" }
    ],
    [
      "brake_times_missing",
      { "brake" => "drive", "brake_release" => "60" },
      { "brake" => "drive", "brake_release" => "60", "brake_engage" => "30" }
    ]
  ].each do |id, wrong, right|
    it "finds #{id} in #{wrong}, and not in #{right}" do
      expect(ids(FEED.merge(wrong))).to include(id)
      expect(ids(FEED.merge(right))).not_to include(id)
    end
  end

  it "finds a stop that trips, and none that the capacitors swallow" do
    heavy = AXIS.merge("mechanics" => { "mechanism" => "table", "load_inertia" => "2.5" })
    expect(ids(FEED.merge("stop_time" => "1"), axis: heavy)).to include("stop_trips")
    expect(ids(FEED.merge("stop_time" => "1"))).not_to include("stop_trips")
  end

  it "finds one phase at a drive for three" do
    expect(ids({ "mains_voltage" => "400", "mains_phases" => "1" }, family: "shire", axis: {})).to include("one_phase")
    expect(ids({ "mains_voltage" => "400", "mains_phases" => "3" }, family: "shire", axis: {})).not_to include(
      "one_phase"
    )
    expect(ids(FEED.merge("mains_phases" => "1"))).not_to include("one_phase")
  end

  # 40 kg straight up on a 10 mm screw: 0.62431 N·m at the motor
  it "weighs a brake against the hanging load" do
    lift = AXIS.merge("mechanics" => { "mechanism" => "screw", "lead" => "10", "load_mass" => "40", "slope" => "90" })
    expect(ids(FEED, axis: lift)).to include("load_without_brake")
    expect(ids(FEED.merge("brake" => "drive"), axis: lift)).not_to include("load_without_brake")
    expect(figures(FEED.merge("brake" => "drive", "brake_torque" => "2"), axis: lift)["brake_margin"]).to be_within(
      0.001
    ).of(3.2035)
    # friction in the screw helps a brake, but who counts on it? It is the load alone that is weighed, at any efficiency
    worn = lift.merge("mechanics" => lift["mechanics"].merge("efficiency" => "50"))
    expect(figures(FEED.merge("brake" => "drive", "brake_torque" => "2"), axis: worn)["brake_margin"]).to be_within(
      0.001
    ).of(3.2035)
    expect(ids(FEED.merge("brake" => "drive", "brake_torque" => "0.93"), axis: lift)).to include("brake_too_weak")
    expect(ids(FEED.merge("brake" => "drive", "brake_torque" => "0.94"), axis: lift)).not_to include("brake_too_weak")
    expect(stage(FEED.merge("brake" => "drive", "brake_torque" => "0.6"), axis: lift).assessment).to be_blocked
  end
end
