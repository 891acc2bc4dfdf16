# frozen_string_literal: true

require_relative "../core_helper"

# What a drive would do by its contacts, told without one; speeds and times by hand.
RSpec.describe Gallop::Terminals::Foreseen do
  codes = Gallop::Terminals::FUNCTIONS.invert
  let(:shire) { Gallop::Objects::Profile.load("shire") }
  let(:common) do
    {
      "network.command_source" => 2,
      "network.reference_source" => 1,
      "limits.motor_speed" => 1500,
      "limits.highest_speed" => 1260,
      "limits.lowest_speed" => 360,
      "ramps.acceleration_speed" => 1500,
      "ramps.acceleration_time" => 2,
      "ramps.deceleration_speed" => 1500,
      "ramps.deceleration_time" => 1,
      "ramps.second_acceleration_time" => 6,
      "presets.speed_1" => 600,
      "presets.jog_speed" => 400,
      "presets.jog_time" => 0.5
    }
  end

  define_method(:foreseen) do |functions, profile = shire, **settings|
    values = common.merge(settings).select { |key, _| profile[key] }
    raw = values.to_h { |key, figure| [key, profile.fetch(key).raw(figure)] }
    wired =
      functions.each_with_index.to_h { |function, n| ["terminals.input_#{n + 1}_function", codes.fetch(function)] }
    described_class.new(profile, { **raw, **wired })
  end

  # @param closed [Array<String>] digits of what is closed, one after the other
  def after(one, *closed, volts: [0.0, 0.0])
    one.after(closed.map { |step| (1..6).map { |n| step.include?(n.to_s) } }, volts: volts)
  end

  it "tells speed, window and time of a start, and of the stop after it" do
    one = foreseen(%i[forward backward preset_1 second_ramps])
    told = after(one, "", "1", volts: [5.0, 0.0])
    expect(told).to have_attributes(run: 1, asked: be_within(0.1).of(750), seconds: be_within(0.01).of(1.0))
    expect(told.sentence).to eq("Runs forward at 750 rpm, as analog input 1 asks: there in 1.0 s.")
    expect(after(one, "", "1").sentence).to eq(
      "Runs forward at 0 rpm, held to 360 rpm, as analog input 1 asks: there in 0.5 s."
    )
    expect(after(one, "", "2", volts: [10.0, 0.0]).sentence).to eq(
      "Runs backward at 1 500 rpm, held to 1 260 rpm, as analog input 1 asks: there in 1.7 s.".gsub(
        /(?<=1) (?=\d)/,
        thin
      )
    )
    expect(after(one, "", "13", volts: [5.0, 0.0]).sentence).to eq("Runs forward at 600 rpm, preset 1: there in 0.8 s.")
    expect(after(one, "", "134").seconds).to be_within(0.01).of(600 / 1500.0 * 6)
    expect(after(one, "", "1", "", volts: [5.0, 0.0]).sentence).to eq("Comes to rest in 0.5 s.")
  end

  def thin = Gallop::Quantities.format(1500, "rpm", 0)[/1(.*?)500/, 1]

  it "goes through rest where the direction changes" do
    told = after(foreseen(%i[forward turn_round]), "", "1", "12", volts: [5.0, 0.0])
    expect(told.seconds).to be_within(0.01).of(0.5 + 1.0)
  end

  it "knows jogs, coasting, and what does nothing" do
    expect(after(foreseen(%i[jog_forward]), "", "1")).to have_attributes(
      sentence: "Runs forward at 400 rpm, jog: there in 0.5 s."
    )
    coasts = foreseen(%i[forward], "terminals.stop_by" => 1)
    expect(after(coasts, "", "1", "").sentence).to eq("Its power stage goes off, and it coasts to rest.")
    expect(after(coasts, "1").sentence).to eq("Stays at rest.")
    expect(after(foreseen(%i[forward], "terminals.start_by" => 1), "1").run).to eq(1)
  end

  it "answers for a servo with its own ramps" do
    servo = Gallop::Objects::Profile.load("haflinger")
    fixed = { "network.reference_source" => 4, "references.fixed" => 900, "ramps.acceleration" => 1800 }
    told = after(foreseen(%i[forward], servo, **fixed, "limits.motor_speed" => 3000), "", "1")
    expect(told.sentence).to eq("Runs forward at 900 rpm, the fixed reference: there in 0.5 s.")
  end
end
