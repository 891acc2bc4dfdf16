# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Power::Battery do
  PACK = {
    "chemistry" => "nmc",
    "series" => "13",
    "parallel" => "4",
    "capacity" => "5",
    "discharge" => "10",
    "charge" => "2.5"
  }.freeze
  TUG = {
    "motor" => {
      "rotor_inertia" => "2.6",
      "top_speed" => "2400"
    },
    "mechanics" => {
      "mechanism" => "direct",
      "load_inertia" => "28.4"
    }
  }.freeze # 3.1e-3 kg·m²

  def stage(facts, axis: TUG) =
    Gallop::Machine.new(Gallop::Objects::Profile.load("fjord"), axis.merge("power" => facts)).stage("power")
  def figures(facts) = stage(facts).assessment.consequences.to_h { |item| [item.id, item.value] }
  def ids(facts) = stage(facts).assessment.findings.map(&:id)
  def proposed(facts) = stage(facts).assessment.proposals.to_h { |item| [item.key, item.figure] }

  # 13·3.6 = 46.8 V; 4·10·0.8 = 32 A; 4·2.5·0.8 = 8 A; 20 A·h·46.8 V = 936 W·h; at 300 W 3.12 h; 13/4·18 mΩ·32 A =
  # 1.872 V
  it "works out what cells in series and parallel give" do
    expect(figures(PACK.merge("mean_power" => "300", "cell_resistance" => "18"))).to include(
      "voltage_window" => be_within(1e-9).of(46.8),
      "usable_current" => be_within(1e-9).of(32),
      "charge_current" => be_within(1e-9).of(8),
      "energy_content" => be_within(1e-6).of(936),
      "run_time" => be_within(1e-6).of(3.12),
      "sag" => be_within(1e-6).of(1.872)
    )
  end

  it "shares the battery with others, and keeps the margin that is asked for" do
    expect(figures(PACK.merge("others" => "12"))["usable_current"]).to be_within(1e-9).of(20)
    expect(figures(PACK.merge("margin" => "0"))["usable_current"]).to be_within(1e-9).of(40)
    expect(figures(PACK.merge("others" => "100"))["usable_current"]).to eq(0)
  end

  # ½·3.1e-3·(251.33)² = 97.906 J; in 0.5 s it begins with 391.6 W, at 54.6 V 7.17 A
  it "sends the energy of a stop back" do
    expect(figures(PACK.merge("stop_time" => "0.5"))).to include(
      "energy_of_a_stop" => be_within(0.01).of(97.906),
      "returned_current" => be_within(0.01).of(7.17)
    )
  end

  it "proposes cells, currents and levels" do
    expect(proposed(PACK)).to include(
      "battery.cells" => 13,
      "battery.discharge_current" => 32.0,
      "battery.charge_current" => 8.0,
      "battery.end_voltage" => 3.0,
      "battery.taper_voltage" => 3.24,
      "supply.under_voltage" => 35,
      "supply.over_voltage" => 55 # 4.23 V a cell; 13 · 4.25 V are 55.25 V
    )
  end

  [
    ["voltage_too_high", { "series" => "15" }, { "series" => "14" }],
    ["voltage_too_low", { "series" => "9" }, { "series" => "10" }],
    ["drive_beyond_battery", { "discharge" => "9.3" }, { "discharge" => "9.4" }],
    ["stop_overcharges", { "stop_time" => "0.448" }, { "stop_time" => "0.449" }]
  ].each do |id, wrong, right|
    it "finds #{id} in #{wrong}, and not in #{right}" do
      expect(ids(PACK.merge(wrong))).to include(id)
      expect(ids(PACK.merge(right))).not_to include(id)
    end
  end

  # By bisection of ω T + c T² = V I, c = 3 R/k² of a phase of 41 mΩ: at 6.6 N·m 46.8 V · 32 A are used up at
  # 170.534 rad/s, and braking 46.8 V · 8 A at 113.102 rad/s; at 2400 rpm 5.0813 and 1.5739 N·m.
  it "tells from which speed the battery bounds torque and braking, and draws it beside the other limits" do
    motor = {
      "torque_constant" => "0.12",
      "line_resistance" => "0.082",
      "line_inductance" => "0.19",
      "pole_pairs" => "4",
      "rated_torque" => "2.4",
      "rated_current" => "20",
      "rated_speed" => "2400",
      "peak_current" => "55"
    }
    axis = TUG.merge("motor" => TUG["motor"].merge(motor))
    items = stage(PACK, axis: axis).assessment.consequences.to_h { |item| [item.id, item] }
    expect(items["driving_bound"].value).to be_within(0.5).of(1628.5)
    expect(items["driving_bound"].note).to match(/5\.081 N·m at 2.400 rpm/)
    expect(items["braking_bound"].value).to be_within(0.5).of(1080.0)
    expect(items["braking_bound"].note).to match(/1\.574 N·m at 2.400 rpm/)
    charted =
      Gallop::Machine
        .new(Gallop::Objects::Profile.load("fjord"), axis.merge("power" => PACK))
        .stage("motor")
        .assessment
        .charts
        .first
        .curves
        .map(&:name)
    expect(charted).to include("battery, driving", "battery, braking")
  end

  it "stands whatever is typed" do
    random = Random.new(9)
    keys = described_class::FIELDS.map(&:key)
    500.times do
      facts =
        keys.to_h do |key|
          [key, ["0", "-1", "1e9", "x", "0.001", "1/0", "", "13", "lfp", "drive"].sample(random: random)]
        end
      result = stage(facts).assessment
      expect(
        result.consequences.map(&:text).join +
          result.findings.map { |finding| finding.headline + finding.because + finding.so.to_s }.join
      ).not_to match(/NaN|Infinity/)
    end
  end
end
