# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Limits::Frequency do
  FED_MOTOR = {
    "rated_power" => "1.5",
    "rated_voltage" => "400",
    "rated_current" => "3.3",
    "rated_frequency" => "50",
    "rated_speed" => "1425",
    "power_factor" => "0.79",
    "top_speed" => "1500"
  }.freeze
  FED_ROLLER = {
    "mechanism" => "roller",
    "diameter" => "160",
    "gear_motor" => "5",
    "gear_output" => "1",
    "load_mass" => "30",
    "motor_side_inertia" => "200"
  }.freeze

  def stage(facts, motor: FED_MOTOR, mechanics: FED_ROLLER, power: {})
    Gallop::Machine.new(
      Gallop::Objects::Profile.load("shire"),
      "motor" => motor,
      "mechanics" => mechanics,
      "power" => power,
      "limits" => facts
    ).stage("limits")
  end

  def figures(facts, **options) = stage(facts, **options).assessment.consequences.to_h { |item| [item.id, item.value] }
  def ids(facts, **options) = stage(facts, **options).assessment.findings.map(&:id)
  def proposed(facts, **options) = stage(facts, **options).assessment.proposals.to_h { |item| [item.key, item.figure] }

  def plain(text) = text.gsub(/[[:space:]]/, " ")

  it "says a frequency that the gearbox does not stand, in hertz and in turns" do
    found =
      stage(
        { "highest_frequency" => "38" },
        motor: FED_MOTOR.merge("top_speed" => "900"),
        mechanics: FED_ROLLER.merge("gear_speed" => "950")
      ).assessment.findings
    expect(found.map { |item| plain(item.headline) }).to include(
      "38.00 Hz is 1 140 rpm on this motor; the motor allows 900 rpm"
    )
    found =
      stage({ "highest_frequency" => "38" }, mechanics: FED_ROLLER.merge("gear_speed" => "950")).assessment.findings
    expect(found.first).to have_attributes(
      severity: :blocker,
      headline: match(/\A38.00.Hz is 1.140.rpm on this motor; the gearbox allows 950.rpm\z/),
      so: match(/31.6.Hz at most/)
    )
  end

  # 950 rpm over two pole pairs: 31.667 Hz
  it "works out the frequency window of the motor" do
    expect(figures({}, mechanics: FED_ROLLER.merge("gear_speed" => "950"))).to include(
      "highest_speed" => be_within(0.01).of(950),
      "working_frequency" => be_within(0.01).of(31.667)
    )
    expect(figures({ "highest_frequency" => "40" })["working_frequency"]).to be_within(0.01).of(40)
  end

  band = { "skip_1" => "30", "skip_width_1" => "4" }
  resistor = { "mains_voltage" => "400", "resistor" => "180" }
  # Each finding where it appears, and just beside it where it does not.
  finds_beside [
                 ["frequency_unreachable", [{ "highest_frequency" => "50.1" }], [{ "highest_frequency" => "50" }]],
                 ["turns_at_zero", [{ "lowest_frequency" => "0.1" }], [{ "lowest_frequency" => "0" }]],
                 [
                   "window_turned",
                   [{ "lowest_frequency" => "40", "highest_frequency" => "40" }],
                   [{ "lowest_frequency" => "39", "highest_frequency" => "40" }]
                 ],
                 ["bands_half", [band.except("skip_width_1")], [band]],
                 # 28 to 32 Hz; the next from 31 or from 32
                 [
                   "bands_overlap",
                   [band.merge("skip_2" => "33", "skip_width_2" => "4")],
                   [band.merge("skip_2" => "34", "skip_width_2" => "4")]
                 ],
                 [
                   "band_takes_the_top",
                   [band.merge("highest_frequency" => "31.9")],
                   [band.merge("highest_frequency" => "32.1")]
                 ],
                 # 0.004 m/s² on 80 mm over 5 to 1: 157.08 rad/s take 628 s, at 0.0042 m/s² 598 s
                 [
                   "ramp_too_coarse",
                   [{}, { mechanics: FED_ROLLER.merge("acceleration" => "0.004") }],
                   [{}, { mechanics: FED_ROLLER.merge("acceleration" => "0.0042") }]
                 ],
                 # 0.0225 kg·m² about: the stop from the works takes 1 s from 1500 rpm
                 [
                   "factory_stop_trips",
                   [{}, { mechanics: FED_ROLLER.merge("motor_side_inertia" => "2400"), power: resistor }],
                   [{}, { mechanics: FED_ROLLER.merge("motor_side_inertia" => "200"), power: resistor }]
                 ]
               ]

  # The drive takes whole seconds with a speed step: the rate is what counts.
  it "proposes ramps as a speed step in whole seconds" do
    values = proposed({ "ramp_time" => "2.5", "stop_time" => "4", "quick_stop_time" => "0.5" })
    expect(values["ramps.acceleration_time"]).to eq(3)
    expect(values["ramps.acceleration_speed"]).to be_within(1).of(1800)
    expect(values.values_at("ramps.deceleration_speed", "ramps.deceleration_time")).to eq([1500, 4])
    expect(values.values_at("ramps.quick_stop_speed", "ramps.quick_stop_time")).to eq([3000, 1])
  end

  # 30 Hz and 4 Hz on two pole pairs
  it "proposes bands and the lowest speed in turns of the motor" do
    # 5 Hz and 42 Hz of two pole pairs
    expect(proposed({ "lowest_frequency" => "5", "highest_frequency" => "42" })).to include(
      "limits.lowest_speed" => 150,
      "limits.highest_speed" => 1260
    )
    expect(proposed(band.merge("lowest_frequency" => "5", "direction" => "forward"))).to include(
      "limits.skip_speed_1" => 900,
      "limits.skip_width_1" => 120,
      "limits.lowest_speed" => 150,
      "limits.direction" => 1
    )
  end
end
