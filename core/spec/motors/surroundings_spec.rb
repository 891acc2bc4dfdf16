# frozen_string_literal: true

require_relative "../core_helper"

# Cable, sensor and switching frequency.
RSpec.describe Gallop::Motors::Surroundings do
  FED = {
    "rated_power" => "1.5",
    "rated_voltage" => "400",
    "rated_current" => "3.3",
    "rated_frequency" => "50",
    "rated_speed" => "1425",
    "power_factor" => "0.79",
    "top_speed" => "1500"
  }.freeze

  def assess(facts, family = "shire") =
    Gallop::Motors.for(Gallop::Objects::Profile.load(family), FED.merge(facts)).assessment
  def figures(facts) = assess(facts).consequences.to_h { |item| [item.id, item.words || item.value] }
  def ids(facts) = assess(facts).findings.map(&:id)

  # 0.0175 · 100/1.5 = 1.1667 Ω a core; √3 · 1.1667 · 3.3 A = 6.668 V
  it("works out the drop of the cable") do
    expect(figures("cable_length" => "100", "cable_section" => "1.5")["cable_drop"]).to be_within(1e-3).of(6.668)
  end
  it("says what a switching frequency costs") { expect(figures("switching" => "16")["switching_says"]).to eq("silent") }

  # 3 % of 400 V: 12 V are 180 m of 1.5 mm²; 4.1 A · 0.85 = 3.485 A at 8 kHz, · 0.7 = 2.87 A at 12 kHz
  [
    [
      "cable_drops_much",
      { "cable_length" => "181", "cable_section" => "1.5" },
      { "cable_length" => "179", "cable_section" => "1.5" }
    ],
    ["switching_leaves_too_little", { "switching" => "12" }, { "switching" => "8" }],
    ["no_sensor", { "sensor" => "none" }, { "sensor" => "ptc" }]
  ].each do |id, there, beside|
    it("finds #{id}, and not just beside it") do
      expect([ids(there).include?(id), ids(beside).include?(id)]).to eq([true, false])
    end
  end

  it "proposes sensor and switching frequency" do
    expect(
      assess("sensor" => "pt1000", "switching" => "8").proposals.to_h { |item| [item.key, item.figure] }
    ).to include("monitors.motor_sensor" => 3, "output.switching_frequency" => 8.0)
  end
end
