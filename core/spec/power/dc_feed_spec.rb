# frozen_string_literal: true

require_relative "../core_helper"

# A drive that is fed with direct current, and drives whose buses are joined.
RSpec.describe Gallop::Power::Mains do
  axis = {
    "motor" => {
      "rated_torque" => "1.27",
      "rated_speed" => "3000",
      "rotor_inertia" => "0.29",
      "top_speed" => "3000",
      "torque_constant" => "0.488"
    },
    "mechanics" => {
      "mechanism" => "table",
      "load_inertia" => "1.71"
    }
  }.freeze # with the rotor 2.0e-4 kg·m²: 9.8696 J from 3000 rpm; 398.98 W
  feed = { "supply" => "dc", "dc_voltage" => "320" }.freeze

  define_method(:assess) do |facts|
    Gallop::Machine
      .new(Gallop::Objects::Profile.load("haflinger"), axis.merge("power" => facts))
      .stage("power")
      .assessment
  end
  define_method(:figures) do |changes = {}|
    assess(feed.merge(changes)).consequences.to_h { |item| [item.id, item.value] }
  end
  define_method(:ids) { |changes| assess(feed.merge(changes)).findings.map(&:id) }
  define_method(:proposed) do |changes = {}|
    assess(feed.merge(changes)).proposals.to_h { |item| [item.key, item.figure] }
  end

  # 320 V and 10 %: 288 to 352 V; ½ · 780 µF · (400² − 352²) = 14.08 J; 398.98 W/288 V
  it "takes the bus as it is fed" do
    expect(figures).to include(
      "bus_window" => 320.0,
      "capacitors_take" => be_within(0.01).of(14.08),
      "feed_current" => be_within(1e-3).of(1.3853)
    )
  end

  # With 1 560 µF more: three times the energy. (398.98 + 1000) W/288 V. 9.87 + 20 J of stops.
  it "adds what hangs on the same bus" do
    expect(figures("others_capacitance" => "1560", "others_power" => "1000", "others_energy" => "20")).to include(
      "capacitors_take" => be_within(0.05).of(42.24),
      "feed_current" => be_within(1e-3).of(4.8576),
      "energy_of_a_stop" => be_within(1e-2).of(29.87)
    )
  end

  finds_beside [
                 ["mains_too_high", { "dc_voltage" => "341" }, { "dc_voltage" => "340" }], # 375 V of the chopper over 1.1 = 340.9 V
                 ["mains_too_low", { "dc_voltage" => "292" }, { "dc_voltage" => "293" }], # 0.9 · 230 · √2 = 292.7 V
                 ["feed_overloaded", { "dc_current" => "1.38" }, { "dc_current" => "1.39" }],
                 ["feed_takes_nothing", { "others_energy" => "4.3" }, { "others_energy" => "4.1" }], # 14.08 − 9.87 = 4.21 J
                 [
                   "feed_takes_nothing",
                   { "others_energy" => "40" },
                   { "others_energy" => "40", "dc_returns" => "yes" }
                 ],
                 ["feed_takes_nothing", { "others_energy" => "40" }, { "others_energy" => "40", "resistor" => "90" }]
               ]

  it "proposes the under-voltage level of the feed, and no watch over phases" do
    expect(proposed).to include("supply.under_voltage" => 230, "monitors.mains_phase" => 0)
    expect(proposed.keys).not_to include("supply.mains_voltage", "supply.mains_phases")
  end

  it "asks for the mains where nothing is said" do
    expect(assess({}).missing).to eq(%w[mains_voltage])
    expect(assess("supply" => "dc").missing).to eq(%w[dc_voltage])
  end
end
