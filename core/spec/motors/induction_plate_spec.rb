# frozen_string_literal: true

require_relative "../core_helper"

# Star and delta, 50 and 60 Hz, of one plate: 1.5 kW, 230/400 V Δ/Y, 5.7/3.3 A, 1425 rpm at 50 Hz; 460 V, 1725 rpm,
# 1.75 kW at 60 Hz.
RSpec.describe Gallop::Motors::InductionPlate do
  let(:profile) { Gallop::Objects::Profile.load("shire") }
  let(:plate) do
    {
      "rated_power" => "1.5",
      "rated_voltage" => "400",
      "rated_current" => "3.3",
      "rated_frequency" => "50",
      "rated_speed" => "1425",
      "power_factor" => "0.79",
      "top_speed" => "1500"
    }
  end

  def assess(changes) = Gallop::Motors.for(profile, plate.merge(changes)).assessment
  def follows(id, changes) = assess(changes).consequences.find { |item| item.id == id }
  def ids(changes = {}) = assess(changes).findings.map(&:id)

  delta = { "rated_voltage" => "230", "rated_current" => "5.7" }
  both = { "other_voltage" => "230", "other_current" => "5.7" }
  sixty = { "second_frequency" => "60", "second_voltage" => "460", "second_speed" => "1725", "second_power" => "1.75" }

  # 400/√3 = 231 V, 3.3 · √3 = 5.72 A; 230 · √3 = 398 V, 5.7/√3 = 3.29 A
  it "tells the other connection" do
    expect(follows("other_connection", "connection" => "star").words).to eq("231 V, 5.72 A")
    expect(follows("other_connection", delta.merge("connection" => "delta")).words).to eq("398 V, 3.29 A")
    expect(follows("other_connection", both).label).to eq("In delta it would be")
    expect(follows("other_connection", {})).to be_nil
  end

  # 50 Hz · 400/230 = 87 Hz
  it "tells how far the flux reaches in delta on a larger supply" do
    expect(follows("flux_beyond", delta).value).to be_within(0.05).of(86.96)
    expect(follows("flux_beyond", {})).to be_nil
  end

  # 60 · (1 − 1725 · 2/3600) = 2.5 Hz; 1750 W/(1725 · 2π/60) = 9.69 N·m
  it "reckons the second column" do
    column = follows("second_column", sixty)
    expect([column.words, column.note]).to eq(["2.50 Hz of slip", "1\u2009725 rpm at 60 Hz; 9.69 N·m of torque."])
  end

  it("finds nothing wrong with the whole plate") do
    expect(ids(both.merge(sixty).merge("connection" => "star"))).to be_empty
  end

  finds_beside [
                 [
                   "connection_contradicts",
                   { "connection" => "delta", "other_voltage" => "230" },
                   { "connection" => "star", "other_voltage" => "230" }
                 ],
                 ["voltages_no_pair", { "other_voltage" => "219" }, { "other_voltage" => "220" }], # 400/219 = 1.826, 5.4 % off; 400/220 = 1.818, 5.0 % off
                 ["currents_no_pair", both.merge("other_current" => "6.3"), both.merge("other_current" => "6.1")], # 1320 against 1449 W, and 1403 W
                 ["columns_disagree", sixty.merge("second_speed" => "1140"), sixty], # three pairs
                 ["flux_differs", sixty.merge("second_voltage" => "400"), sixty] # 6.67 against 8 V/Hz; 7.67
               ]

  it "knows exchanged currents for what they are" do
    expect(
      assess(both.merge("rated_current" => "5.7", "other_current" => "3.3")).findings.find do |finding|
        finding.id == "currents_no_pair"
      end
    ).to have_attributes(severity: :blocker, headline: "The two currents are exchanged")
  end

  it("offers the connection that fits") do
    expect(
      assess("connection" => "delta", "other_voltage" => "230")
        .findings
        .find { |finding| finding.id == "connection_contradicts" }
        .change
    ).to eq({ fact: "connection", text: "star" })
  end
end
