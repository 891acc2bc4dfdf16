# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Feedback::Second do
  screw = { "mechanism" => "screw", "lead" => "10", "gear_motor" => "5", "gear_output" => "1" }.freeze
  first = { "device" => "incremental", "lines" => "2500" }.freeze
  load = {
    "second_role" => "load",
    "second_lines" => "25000",
    "second_motor_turns" => "5",
    "second_turns" => "1"
  }.freeze

  define_method(:assess) do |facts, family = "haflinger"|
    Gallop::Machine
      .new(
        Gallop::Objects::Profile.load(family),
        "motor" => {
          "pole_pairs" => "5",
          "top_speed" => "3000"
        },
        "mechanics" => screw,
        "feedback" => first.merge(facts)
      )
      .stage("feedback")
      .assessment
  end
  def figures(facts) = assess(facts).consequences.to_h { |item| [item.id, item.words || item.value] }
  def ids(facts) = assess(facts).findings.map(&:id)
  def proposed(facts) = assess(facts).proposals.to_h { |item| [item.key, item.figure] }

  # 4 · 25 000/5 = 20 000 counts in a motor turn; 2 mm a motor turn over them = 0.1 µm
  it("works out what a device at the load resolves") do
    expect(figures(load)).to include(
      "second_counts" => 20_000.0,
      "second_resolution" => be_within(1e-9).of(0.1),
      "roles_say" => "by the second"
    )
  end
  it("leaves the position to the first beside a master") do
    expect(figures("second_role" => "master", "second_lines" => "1024")["roles_say"]).to eq("by the first")
  end

  it "asks for lines and ratio only where there is one" do
    missing = ->(facts) { assess(facts).missing }
    expect(
      [
        missing.({}),
        missing.("second_role" => "none"),
        missing.("second_role" => "master"),
        missing.("second_role" => "load")
      ]
    ).to eq([[], [], %w[second_lines], %w[second_lines second_motor_turns second_turns]])
  end

  finds_beside [
                 ["second_nowhere", load.merge("second_motor_turns" => "4"), load],
                 ["second_nowhere", load.merge("second_motor_turns" => "2"), load.merge("second_motor_turns" => "1")],
                 ["second_coarse", load.merge("second_lines" => "12499"), load.merge("second_lines" => "12500")], # 10 000 counts of the first
                 ["second_too_fast", load.merge("second_lines" => "100001"), load.merge("second_lines" => "100000")] # 50 turns/s over 5 to 1: 1 MHz at 100 000 lines
               ]

  it "proposes role, counts, ratio and direction" do
    expect(proposed(load.merge("second_direction" => "reversed"))).to include(
      "second_feedback.role" => 1,
      "second_feedback.counts_per_turn" => 100_000,
      "second_feedback.ratio_motor" => 5,
      "second_feedback.ratio_encoder" => 1,
      "second_feedback.direction" => 1
    )
    expect(proposed("second_role" => "master", "second_lines" => "1024")).to include(
      "second_feedback.role" => 2,
      "second_feedback.counts_per_turn" => 4096
    )
    expect(proposed("second_role" => "none")).to include("second_feedback.role" => 0)
  end

  it("is no question where a drive has one input") do
    expect(
      Gallop::Machine
        .new(Gallop::Objects::Profile.load("camargue"), "feedback" => { "device" => "absolute" })
        .stage("feedback")
        .sheet
        .asks?("second_role")
    ).to be(false)
  end
end
