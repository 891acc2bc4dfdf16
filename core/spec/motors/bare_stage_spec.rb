# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Motors::BareStage do
  plate = {
    "rated_torque" => "2.4",
    "rated_speed" => "2400",
    "rated_current" => "20",
    "peak_current" => "55",
    "pole_pairs" => "4",
    "torque_constant" => "0.12",
    "line_resistance" => "0.082",
    "line_inductance" => "0.19",
    "rotor_inertia" => "2.6",
    "top_speed" => "2400"
  }.freeze
  stage = { "gate_level" => "low", "turn_off" => "160", "driver_difference" => "40" }.freeze

  define_method(:assess) do |changes, family = "fjord"|
    Gallop::Motors.for(Gallop::Objects::Profile.load(family), plate.merge(changes)).assessment
  end
  def figure(id, changes) = assess(changes).consequences.find { |item| item.id == id }&.value
  def ids(changes) = assess(changes).findings.map(&:id)
  def proposed(changes) = assess(changes).proposals.to_h { |item| [item.key, item.figure] }

  # (160 + 40) ns · 1.5; 400 ns · 20 kHz · 48 V; 48 V/(4 · 0.19 mH · 20 kHz)
  { "dead_time_needed" => 300.0, "dead_time_costs" => 0.384, "current_ripple" => 3.1579 }.each do |id, value|
    it("computes #{id}") { expect(figure(id, stage)).to be_within(value * 1e-3).of(value) }
  end

  finds_beside [
                 ["stage_not_described", stage.except("gate_level"), stage],
                 ["dead_time_too_short", stage.merge("dead_time" => "299"), stage.merge("dead_time" => "300")],
                 ["dead_time_distorts", stage.merge("stage_switching" => "51"), stage.merge("stage_switching" => "49")], # 400 ns: 2 % at 50 kHz
                 ["ripples_much", stage.merge("stage_switching" => "12.5"), stage.merge("stage_switching" => "12.7")] # 5 A at 12.63 kHz
               ]

  it "blocks what destroys the stage, and cautions against what may" do
    severity = ->(dead_time) do
      assess(stage.merge("dead_time" => dead_time))
        .findings
        .find { |finding| finding.id == "dead_time_too_short" }
        .severity
    end
    expect([severity.("199"), severity.("201")]).to eq(%i[blocker caution])
  end

  it "proposes level and dead time, and leaves what is safe as it is" do
    expect(proposed(stage)).to include("stage.gate_polarity" => 1)
    expect(proposed(stage)).not_to include("stage.dead_time")
    expect(proposed(stage.merge("turn_off" => "400"))).to include("stage.dead_time" => 660)
  end

  it("asks nothing of it where the stage is the drive's own") do
    expect(assess(stage, "haflinger").findings.map(&:id)).not_to include("stage_not_described")
  end
end
