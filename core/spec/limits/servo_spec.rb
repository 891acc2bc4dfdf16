# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Limits::Servo do
  # 1.71e-4 + 0.29e-4 = 2e-4 kg·m²; 7.8 A · 0.488 = 3.8064 N·m; a table turned at 1500 rpm
  LIMITED_MOTOR = {
    "pole_pairs" => "5",
    "rated_torque" => "1.27",
    "top_speed" => "3000",
    "torque_constant" => "0.488",
    "peak_current" => "7.8",
    "rotor_inertia" => "0.29"
  }.freeze
  LIMITED_TABLE = {
    "mechanism" => "table",
    "load_inertia" => "1.71",
    "speed" => "1500",
    "acceleration" => "30000"
  }.freeze
  LIMITED_SCREW = {
    "mechanism" => "screw",
    "lead" => "10",
    "load_mass" => "20",
    "speed" => "15",
    "acceleration" => "5",
    "stroke" => "300"
  }.freeze
  LIMITED_FEEDBACK = { "device" => "incremental", "lines" => "2500" }.freeze

  def stage(
    facts,
    motor: LIMITED_MOTOR,
    mechanics: LIMITED_TABLE,
    power: {},
    feedback: LIMITED_FEEDBACK,
    family: "haflinger"
  )
    Gallop::Machine.new(
      Gallop::Objects::Profile.load(family),
      "motor" => motor,
      "mechanics" => mechanics,
      "power" => power,
      "feedback" => feedback,
      "limits" => facts
    ).stage("limits")
  end

  def figures(facts, **options) = stage(facts, **options).assessment.consequences.to_h { |item| [item.id, item.value] }
  def notes(facts, **options) = stage(facts, **options).assessment.consequences.to_h { |item| [item.id, item.note] }
  def ids(facts, **options) = stage(facts, **options).assessment.findings.map(&:id)
  def proposed(facts, **options) = stage(facts, **options).assessment.proposals.to_h { |item| [item.key, item.figure] }

  # Worked by hand.
  [
    ["the motor's top speed, as nothing else is lower", {}, {}, "highest_speed", 3000],
    ["599 Hz over 30 pole pairs", {}, { motor: LIMITED_MOTOR.merge("pole_pairs" => "30") }, "highest_speed", 1198],
    ["1 MHz over 40 000 lines", {}, { feedback: LIMITED_FEEDBACK.merge("lines" => "40000") }, "highest_speed", 1500],
    ["the gearbox's 2000 rpm", {}, { mechanics: LIMITED_TABLE.merge("gear_speed" => "2000") }, "highest_speed", 2000],
    # 3.8064/2e-4 = 19 032 rad/s²
    ["3.8064 N·m over 2e-4 kg·m²", {}, {}, "acceleration_left", 181_742],
    ["1500 rpm at 30 000 rpm/s", {}, {}, "time_to_speed", 0.05],
    ["a time that was given", { "ramp_time" => "0.2" }, {}, "time_to_speed", 0.2],
    # 25 turns a second, stopped in 0.05 s: half of 1.25 turns
    ["25 turns a second for 0.05 s, halved", {}, {}, "way_of_a_stop", 0.625],
    # 1500 rpm is 15 m/min is 0.25 m/s, stopped at 5 m/s²: v²/2a = 6.25 mm
    ["v²/2a with 0.25 m/s and 5 m/s²", {}, { mechanics: LIMITED_SCREW }, "way_of_a_stop", 6.25],
    ["a third of the ramp down", {}, {}, "quick_stop", 0.05 / 3],
    ["its own time", { "quick_stop_time" => "0.03" }, {}, "quick_stop", 0.03],
    # 30 000 rpm/s in 0.02 s
    ["30 000 rpm/s built up in 20 ms", { "rounding_time" => "0.02" }, {}, "jerk", 1_500_000],
    # 2 mm · 10 000 counts/10 mm
    # 1.8° · 10 000 counts/360°, and over a gear of 10 to 1
    ["1.8° of a table in counts", { "following" => "1.8" }, {}, "window_in_counts", 50],
    [
      "1.8° of a table behind a gear",
      { "following" => "1.8" },
      { mechanics: LIMITED_TABLE.merge("gear_motor" => "10", "gear_output" => "1", "speed" => "150") },
      "window_in_counts",
      500
    ],
    ["2 mm in counts", { "following" => "2" }, { mechanics: LIMITED_SCREW }, "window_in_counts", 2000],
    ["32 768 counts in mm", {}, { mechanics: LIMITED_SCREW }, "factory_window", 32.768]
  ].each do |what, facts, options, id, figure|
    it("works out #{id}: #{what}") do
      expect(figures(facts, **options).fetch(id)).to be_within(figure * 2e-4).of(figure)
    end
  end

  it "says who bounds the speed, and the quick stop" do
    expect(
      notes({}, mechanics: LIMITED_TABLE.merge("gear_speed" => "2000"))["highest_speed"].gsub(/[[:space:]]/, " ")
    ).to eq(
      "Bounded by the gearbox; the motor 3 000 rpm, the drive's output frequency 7 188 rpm, the feedback 24 000 rpm."
    )
    expect(notes({ "quick_stop_time" => "1" })["quick_stop"]).to eq("As given.")
    expect(notes({}, mechanics: LIMITED_TABLE.except("acceleration"))["quick_stop"]).to match(
      /by the torque, less 10 %/
    )
    # 375²/90 W take 9.87 J of 3000 rpm in 12.6 ms; the torque alone would stop in 16.5 ms/0.9 from there: twenty
    # times the inertia makes the supply the bound
    heavy = {
      motor: LIMITED_MOTOR.merge("peak_current" => "60"),
      mechanics: LIMITED_TABLE.merge("load_inertia" => "40").except("acceleration"),
      power: {
        "mains_voltage" => "230",
        "resistor" => "200"
      }
    }
    expect(notes({}, **heavy)["quick_stop"]).to match(/supply/)
  end

  up = LIMITED_SCREW.merge("slope" => "90")
  coast = { "fault_reaction" => "coast" }
  # Each finding where it appears, and just beside it where it does not.
  finds_beside [
                 [
                   "top_speed_unreachable",
                   [{}, { mechanics: LIMITED_TABLE.merge("gear_speed" => "2999") }],
                   [{}, { mechanics: LIMITED_TABLE.merge("gear_speed" => "3000") }]
                 ],
                 [
                   "demand_beyond_bounds",
                   [{}, { mechanics: LIMITED_TABLE.merge("speed" => "3001") }],
                   [{}, { mechanics: LIMITED_TABLE.merge("speed" => "3000") }]
                 ],
                 # 1500 rpm at 181 742 rpm/s: 8.253 ms
                 ["ramp_beyond_torque", [{ "ramp_time" => "0.0082" }], [{ "ramp_time" => "0.0083" }]],
                 # the table's friction torque against 3.8064 N·m
                 [
                   "no_torque_left",
                   [{}, { mechanics: LIMITED_TABLE.merge("friction_torque" => "3.81") }],
                   [{}, { mechanics: LIMITED_TABLE.merge("friction_torque" => "3.8") }]
                 ],
                 # 9.8696 J from 3000 rpm in 1562.5 W: 12.633 ms, that is 6.316 ms from 1500 rpm
                 [
                   "stop_trips_the_supply",
                   [{ "stop_time" => "0.0063" }, { power: { "mains_voltage" => "230", "resistor" => "90" } }],
                   [{ "stop_time" => "0.0064" }, { power: { "mains_voltage" => "230", "resistor" => "90" } }]
                 ],
                 ["quick_stop_slower", [{ "quick_stop_time" => "0.051" }], [{ "quick_stop_time" => "0.05" }]],
                 [
                   "coasting_load",
                   [coast, { mechanics: up }],
                   [coast.merge("fault_reaction" => "quick"), { mechanics: up }]
                 ],
                 # 2e-4 · 157.08 = 0.0314 N·m·s: with 0.0157 N·m of friction 2 s
                 [
                   "coasting_long",
                   [coast, { mechanics: LIMITED_TABLE.merge("friction_torque" => "0.0156") }],
                   [coast, { mechanics: LIMITED_TABLE.merge("friction_torque" => "0.0158") }]
                 ],
                 [
                   "travel_turned",
                   [{ "travel_low" => "5", "travel_high" => "5" }, { mechanics: LIMITED_SCREW }],
                   [{ "travel_low" => "5", "travel_high" => "5.1" }, { mechanics: LIMITED_SCREW }]
                 ],
                 [
                   "travel_below_stroke",
                   [{ "travel_low" => "0", "travel_high" => "299" }, { mechanics: LIMITED_SCREW }],
                   [{ "travel_low" => "0", "travel_high" => "300" }, { mechanics: LIMITED_SCREW }]
                 ],
                 [
                   "locked_axis",
                   [{ "direction" => "forward" }, { mechanics: LIMITED_SCREW }],
                   [{ "direction" => "forward" }]
                 ],
                 ["rounding_too_long", [{ "rounding_time" => "0.051" }], [{ "rounding_time" => "0.05" }]],
                 # 3000 rpm/s is 314.16 rad/s²: 3.8064 N·m accelerate 0.012116 kg·m² so, 121.16 − 0.29 kg·cm² at the
                 # table
                 [
                   "factory_ramp_violent",
                   [{}, { mechanics: LIMITED_TABLE.merge("load_inertia" => "121") }],
                   [{}, { mechanics: LIMITED_TABLE.merge("load_inertia" => "120.5") }]
                 ],
                 [
                   "factory_ramp_slow",
                   [{}, { mechanics: LIMITED_TABLE.merge("acceleration" => "30001") }],
                   [{}, { mechanics: LIMITED_TABLE.merge("acceleration" => "29999") }]
                 ],
                 # 32.768 mm are 5 % of 655.36 mm
                 [
                   "factory_window_large",
                   [{}, { mechanics: LIMITED_SCREW.merge("stroke" => "655") }],
                   [{}, { mechanics: LIMITED_SCREW.merge("stroke" => "656") }]
                 ]
               ]

  it "proposes ramps, travel and reactions in the units of the drive" do
    expect(proposed({})).to include(
      "ramps.profile_speed_limit" => 3000,
      "ramps.profile_speed" => be_within(1).of(1500),
      "ramps.acceleration" => be_within(1).of(30_000),
      "ramps.quick_stop" => be_within(1).of(90_000)
    )
    facts = {
      "travel_low" => "-5",
      "travel_high" => "300",
      "following" => "2",
      "direction" => "both",
      "fault_reaction" => "quick",
      "quick_stop_reaction" => "ramp",
      "rounding_time" => "0.05"
    }
    expect(proposed(facts, mechanics: LIMITED_SCREW)).to include(
      "position.limit_low" => -5000,
      "position.limit_high" => 300_000,
      "position.following_error_window" => 2000,
      "limits.direction" => 0,
      "control.fault_reaction" => 2,
      "control.quick_stop_option" => 1,
      "ramps.shape" => 3,
      "ramps.jerk" => be_within(2).of(600_000)
    )
  end

  it "asks a drive without positioning for no travel" do
    expect(stage({}, family: "fjord").sheet.fields.map(&:key)).not_to include("travel_low", "rounding_time")
  end

  it "draws the ramps, with the quick stop and what bounds the speed" do
    chart = stage({ "ramp_time" => "0.1", "stop_time" => "0.2" }).assessment.charts.first
    expect(chart.curves.map(&:name)).to eq(["ramps", "quick stop"])
    expect(chart.curves.first.points.map { |time, speed| [time.round(4), speed.round] }).to eq(
      [[0.0, 0], [0.1, 1500], [0.22, 1500], [0.42, 0]]
    )
    expect(chart.marks.first).to have_attributes(label: "the motor", at: be_within(0.01).of(3000))
  end

  it "takes the travel of a table in degrees" do
    expect(proposed({ "travel_low" => "-90", "travel_high" => "1 turn" })).to include(
      "position.limit_low" => -2500,
      "position.limit_high" => 10_000
    )
    findings =
      stage(
        { "travel_low" => "-90", "travel_high" => "90" },
        mechanics: LIMITED_TABLE.merge("stroke" => "0.75")
      ).assessment.findings
    expect(findings.find { |finding| finding.id == "travel_below_stroke" }.headline).to eq(
      "The travel limits leave 180.0 °; the longest move takes 270.0 °"
    )
    expect(stage({ "travel_low" => "-90" }).sheet.field("travel_low").unit).to eq("°")
    expect(stage({ "travel_low" => "-90" }, mechanics: LIMITED_SCREW).sheet.field("travel_low").unit).to eq("mm")
  end

  # 1 500 rpm asked for at Mechanics; a fifth of it.
  it "proposes a lower speed backward where one is given" do
    proposed = ->(facts) do
      stage(facts, mechanics: LIMITED_SCREW).assessment.proposals.to_h { |one| [one.key, one.figure] }
    end
    expect(proposed.call({ "backward_share" => "20" })["limits.backward_speed"]).to eq(300)
    expect(proposed.call({})).not_to have_key("limits.backward_speed")
  end

  # By hand for the screw: J = 0.29e-4 + 20 · (0.01/2π)² = 7.966e-5 kg·m²; 1500 rpm = 15 m/min = 0.25 m/s.
  describe "coming to rest" do
    def says(id, facts, **options) =
      stage(facts, **options)
        .assessment
        .consequences
        .find { |item| item.id == id }
        &.then { |item| [item.words, item.note] }

    # 0.25/5 s and 0.25²/10 m; three times as quick
    it "by the ramp, and by the quick stop" do
      expect(says("fault_says", { "fault_reaction" => "ramp" }, mechanics: LIMITED_SCREW)).to eq(
        ["50.00 ms, 6.250 mm", "By the slow-down ramp, from 1\u2009500 rpm."]
      )
      expect(says("quick_stop_says", { "quick_stop_reaction" => "quick" }, mechanics: LIMITED_SCREW).first).to eq(
        "16.67 ms, 2.083 mm"
      )
    end

    # 50 N over the screw: 0.07958 N·m; 7.966e-5 · 157.08/0.07958 = 0.1572 s, half of it at 0.25 m/s: 19.66 mm
    it "coasting against friction, or for a time that nobody knows" do
      expect(says("torque_off_says", {}, mechanics: LIMITED_SCREW.merge("friction_force" => "50")).first).to eq(
        "157.2 ms, 19.66 mm"
      )
      expect(says("torque_off_says", {}, mechanics: LIMITED_SCREW).first).to eq("for a time that nobody knows")
    end

    # 20 kg straight down: 0.31216 N·m/7.966e-5 = 3918.6 rad/s²; ½ · 3918.6 · 0.03² = 1.763 rad = 2.806 mm; and 7.5 mm
    # of its speed
    it "falling until the brake has engaged" do
      lift = LIMITED_SCREW.merge("slope" => "90")
      expect(
        says(
          "torque_off_says",
          {},
          mechanics: lift,
          power: {
            "mains_voltage" => "230",
            "brake" => "drive",
            "brake_engage" => "30"
          }
        )
      ).to eq(
        [
          "falls 2.806 mm",
          "From standstill, in the 30 ms until the brake has engaged; 10.31 mm when it was going down at " \
            "1\u2009500 rpm."
        ]
      )
      expect(says("torque_off_says", {}, mechanics: lift).first).to eq("the load falls")
    end
  end
end
