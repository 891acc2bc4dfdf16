# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Feedback::Device do
  FEEDBACK_MOTOR = { "pole_pairs" => "5", "rated_speed" => "3000", "top_speed" => "4500" }.freeze
  FEEDBACK_SCREW = { "mechanism" => "screw", "lead" => "10", "load_mass" => "20", "stroke" => "300" }.freeze

  def stage(facts, family: "haflinger", motor: FEEDBACK_MOTOR, mechanics: FEEDBACK_SCREW)
    Gallop::Machine.new(
      Gallop::Objects::Profile.load(family),
      "motor" => motor,
      "mechanics" => mechanics,
      "feedback" => facts
    ).stage("feedback")
  end

  def figures(facts, **options) =
    stage(facts, **options).assessment.consequences.to_h { |item| [item.id, item.words || item.value] }
  def found(facts, **options) = stage(facts, **options).assessment.findings
  def ids(facts, **options) = found(facts, **options).map(&:id)
  def proposed(facts, **options) = stage(facts, **options).assessment.proposals.to_h { |item| [item.key, item.figure] }

  incremental = { "device" => "incremental", "lines" => "2500" }
  absolute = { "device" => "absolute", "single_bits" => "17" }

  # Worked by hand; each line: what, facts, consequence, figure.
  [
    ["four counts a line", incremental, "counts_a_turn", 10_000],
    ["360°/10 000", incremental, "resolution_of_angle", 0.036],
    ["10 mm/10 000 = 1 µm", incremental, "resolution_of_load", 1.0],
    ["10 000/5 pole pairs", incremental, "counts_an_electrical_turn", 2000],
    ["1 MHz/2500 = 400 turns a second", incremental, "highest_speed", 24_000],
    ["75 turns a second · 2500 lines", incremental, "line_frequency", 187.5],
    # α = 1 − exp(−2π·500/8000) = 0.32476; 2π/10 000/√12 · 8000 · α · √(2/(2−α)) = 0.51493 rad/s = 4.917 rpm
    ["steps of 36 thousandths of a degree", incremental, "speed_ripple", 4.917],
    ["2^17", absolute, "counts_a_turn", 131_072],
    ["4.917 rpm · 10 000/131 072", absolute, "speed_ripple", 0.37515],
    # 30° of 360° · 5 pole pairs in 1 ms: 1/60 turn in 1 ms = 16.67 turns a second
    ["a word every millisecond", absolute.merge("update_time" => "1000"), "slow_word_speed", 1000],
    [
      "4096 turns · 10 mm",
      { "device" => "multiturn", "single_bits" => "17", "multi_bits" => "12" },
      "whole_range",
      40.96
    ],
    ["512 periods · 1024", { "device" => "sine", "lines" => "512" }, "counts_a_turn", 524_288],
    [
      "512 periods · 4096",
      { "device" => "sine", "lines" => "512", "interpolation" => "4096" },
      "counts_a_turn",
      2_097_152
    ],
    ["14 bits where nothing is given", { "device" => "resolver", "resolver_pairs" => "1" }, "counts_a_turn", 16_384],
    [
      "2^12 · 5 electrical turns",
      { "device" => "resolver", "resolver_pairs" => "5", "converter_bits" => "12" },
      "counts_a_turn",
      20_480
    ],
    ["six edges · 5 pole pairs", { "device" => "halls" }, "counts_a_turn", 30],
    ["60/(30 · 20 ms)", { "device" => "halls" }, "slowest_smooth", 100],
    ["1 − cos 30°", { "device" => "halls" }, "ripple_of_halls", 13.397],
    [
      "an encoder that turns 3 times in 2 motor turns",
      incremental.merge("encoder_turns" => "3", "motor_turns" => "2"),
      "counts_a_turn",
      15_000
    ],
    [
      "and counts up to two thirds of the speed",
      incremental.merge("encoder_turns" => "3", "motor_turns" => "2"),
      "highest_speed",
      16_000
    ]
  ].each do |what, facts, id, figure|
    it("works out #{id}: #{what}") { expect(figures(facts).fetch(id)).to be_within(figure * 2e-4).of(figure) }
  end

  # 10 bits are 0.35° each; four counts a line
  it "reckons with the lines of a pair, and says what the slow signal is good for" do
    facts = { "device" => "absolute_lines", "lines" => "2500", "single_bits" => "10", "update_time" => "2000" }
    said = figures(facts)
    expect(said).to include("pair_says" => a_string_matching(/0\.17\d+ °/), "counts_a_turn" => 10_000)
    expect(said).not_to have_key("slow_word_speed")
    expect(proposed(facts)).to include(
      "feedback.kind" => 9,
      "feedback.counts_per_turn" => 10_000,
      "feedback.single_turn_bits" => 10
    )
  end

  it "says how the drive is ready after power-up, and what it can then control" do
    expect(figures(incremental)).to include(
      "start_up" => "after an alignment",
      "control_methods" => "torque, speed, position"
    )
    expect(figures(incremental.merge("device" => "incremental_halls"))["start_up"]).to eq("at once")
    expect(figures({ "device" => "halls" })).to include("start_up" => "at once", "control_methods" => "torque, speed")
    expect(figures({ "device" => "none" }, family: "shire", motor: {})).to eq(
      "control_methods" => "frequency, or speed by the field"
    )
  end

  it "leaves out what rests on facts that are missing" do
    expect(figures({})).to eq({})
    expect(figures({ "device" => "incremental" }).keys).to contain_exactly("start_up", "control_methods")
    expect(figures(incremental, motor: {}, mechanics: {}).keys).not_to include(
      "line_frequency",
      "resolution_of_load",
      "counts_an_electrical_turn"
    )
  end

  up = FEEDBACK_SCREW.merge("slope" => "90")
  # Each finding where it appears, and just beside it where it does not.
  finds_beside [
                 [
                   "device_not_taken",
                   [{ "device" => "resolver", "resolver_pairs" => "1" }, { family: "fjord" }],
                   [{ "device" => "halls" }, { family: "fjord" }]
                 ],
                 ["feedback_missing", [{ "device" => "none" }], [{ "device" => "halls" }]],
                 [
                   "speed_without_feedback",
                   [{ "device" => "none" }, { family: "shire", motor: {} }],
                   [{ "device" => "none" }]
                 ],
                 # 75 turns a second: 1 MHz is 13 333 lines
                 ["lines_too_fast", [incremental.merge("lines" => "13334")], [incremental.merge("lines" => "13333")]],
                 # 128 counts in each of 5 electrical turns: 160 lines
                 ["too_coarse", [incremental.merge("lines" => "159")], [incremental.merge("lines" => "160")]],
                 [
                   "resolver_pairs_odd",
                   [{ "device" => "resolver", "resolver_pairs" => "3" }],
                   [{ "device" => "resolver", "resolver_pairs" => "5" }]
                 ],
                 # 1/12/5 turn at 75 turns a second: 222.2 µs
                 ["slow_word", [absolute.merge("update_time" => "223")], [absolute.merge("update_time" => "222")]],
                 [
                   "behind_a_gear",
                   [incremental.merge("encoder_turns" => "3", "motor_turns" => "2")],
                   [incremental.merge("encoder_turns" => "2", "motor_turns" => "2")]
                 ],
                 [
                   "half_a_mounting",
                   [incremental.merge("encoder_turns" => "3")],
                   [incremental.merge("encoder_turns" => "3", "motor_turns" => "1")]
                 ],
                 ["pairs_missing", [{ "device" => "halls" }, { motor: {} }], [{ "device" => "halls" }]],
                 [
                   "alignment_with_load",
                   [incremental, { mechanics: up }],
                   [incremental.merge("device" => "incremental_halls"), { mechanics: up }]
                 ],
                 ["alignment_needed", [incremental], [absolute]],
                 # 300 mm are 30 turns
                 [
                   "position_within_a_turn",
                   [absolute],
                   [absolute, { mechanics: FEEDBACK_SCREW.merge("stroke" => "10") }]
                 ],
                 [
                   "range_too_short",
                   [{ "device" => "multiturn", "single_bits" => "17", "multi_bits" => "4" }],
                   [{ "device" => "multiturn", "single_bits" => "17", "multi_bits" => "5" }]
                 ],
                 ["no_index", [incremental.merge("index" => "no")], [incremental.merge("index" => "yes")]],
                 [
                   "single_ended_far",
                   [incremental.merge("signal" => "single_ended", "cable" => "3.1")],
                   [incremental.merge("signal" => "single_ended", "cable" => "3")]
                 ],
                 # 75 turns a second: 300 kHz is 4000 lines
                 [
                   "single_ended_fast",
                   [incremental.merge("signal" => "single_ended", "lines" => "4001")],
                   [incremental.merge("signal" => "single_ended", "lines" => "4000")]
                 ],
                 ["supply_not_given_here", [incremental.merge("supply" => "24")], [incremental.merge("supply" => "5")]],
                 # 49 170/lines·(1/4) rpm against 30 rpm: 410 lines
                 ["ripple_large", [incremental.merge("lines" => "409")], [incremental.merge("lines" => "411")]],
                 [
                   "counts_do_not_agree",
                   [incremental.merge("seen_counts" => "2500")],
                   [incremental.merge("seen_counts" => "9990")]
                 ]
               ]

  {
    "2500" => /quarter/,
    "40000" => /Four times/,
    "5000" => /channels may be missing/,
    "20000" => /turns twice/,
    "50000" => /pole pairs/,
    "4" => /Nearly none/,
    "13000" => /No common mistake/
  }.each do |seen, cause|
    it("names the likely cause of #{seen} counts where 10 000 should come") do
      expect(
        found(incremental.merge("seen_counts" => seen)).find { |item| item.id == "counts_do_not_agree" }.because
      ).to match(cause)
    end
  end

  it "proposes what the drive has to know of the device" do
    expect(
      proposed(
        incremental.merge("device" => "incremental_halls", "index" => "yes", "supply" => "5", "direction" => "reversed")
      )
    ).to eq(
      "feedback.kind" => 7,
      "feedback.counts_per_turn" => 10_000,
      "feedback.direction" => 1,
      "feedback.index" => 2,
      "feedback.supply" => 0,
      "mechanics.resolution_counts" => 10_000,
      "mechanics.resolution_turns" => 1
    )
    expect(proposed({ "device" => "multiturn", "single_bits" => "17", "multi_bits" => "12" })).to include(
      "feedback.kind" => 3,
      "feedback.single_turn_bits" => 17,
      "feedback.multi_turn_bits" => 12
    )
    expect(proposed({ "device" => "resolver", "resolver_pairs" => "5", "converter_bits" => "12" })).to include(
      "feedback.resolver_pole_pairs" => 5
    )
    expect(proposed({ "device" => "halls" }, family: "fjord", motor: FEEDBACK_MOTOR.merge("pole_pairs" => "4"))).to eq(
      "feedback.counts_per_turn" => 24
    )
    expect(proposed(incremental.merge("encoder_turns" => "1", "motor_turns" => "3"))).not_to include(
      "feedback.counts_per_turn"
    )
  end
end
