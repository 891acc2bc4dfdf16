# frozen_string_literal: true

require_relative "../core_helper"

# One motor, printed in several ways: the values for the drive are the same.
RSpec.describe Gallop::Motors::NameplateForms do
  PRINTED = {
    "rated_torque" => "1.27",
    "rated_speed" => "3000",
    "rated_current" => "2.6",
    "peak_current" => "7.8",
    "pole_pairs" => "5",
    "torque_constant" => "0.488",
    "line_resistance" => "3.1",
    "line_inductance" => "8.4",
    "rotor_inertia" => "0.29",
    "top_speed" => "3000"
  }.freeze

  def assess(facts) = Gallop::Motors.for(Gallop::Objects::Profile.load("haflinger"), facts).assessment
  def proposed(facts) = assess(facts).proposals.to_h { |item| [item.key, item.figure] }

  usual = {
    "motor.rated_current" => 2.6,
    "motor.peak_current" => 7.8,
    "motor.pole_pairs" => 5,
    "motor.torque_constant" => 0.488,
    "motor.phase_resistance" => 1.55,
    "motor.phase_inductance" => 4.2
  }
  # 2.6 · √2 = 3.677 A, 7.8 · √2 = 11.031 A, 0.488/√2 = 0.34507 N·m/A; 0.488/√3 = 0.28175 V·s/rad = 29.505 V/krpm
  # between lines, rms;
  # its phase peak is 29.505 · √2/√3 = 24.091, line peak 41.726, phase rms 17.035. Blocks: 2.6 · √1.5 = 3.1843 A, 7.8
  # · √1.5 = 9.5530 A, 0.488/√1.5 = 0.39845 N·m/A, which is V·s/rad of the flat top as well
  {
    "currents at their peak" => {
      "current_form" => "peak",
      "rated_current" => "3.67696",
      "peak_current" => "11.03087",
      "torque_constant" => "0.345068"
    },
    "blocks of current" => {
      "current_form" => "block",
      "rated_current" => "3.184337",
      "peak_current" => "9.55301",
      "torque_constant" => "0.398450"
    },
    "blocks of current on a trapezoidal back-EMF" => {
      "current_form" => "block",
      "rated_current" => "3.184337",
      "peak_current" => "9.55301",
      "torque_constant" => "",
      "voltage_constant" => "0.398450 V·s/rad",
      "voltage_form" => "flat"
    },
    "winding of one phase" => {
      "winding_form" => "phase",
      "line_resistance" => "1.55",
      "line_inductance" => "4.2"
    },
    "poles" => {
      "count_form" => "poles",
      "pole_pairs" => "10"
    },
    "voltage constant alone, two lines rms" => {
      "torque_constant" => "",
      "voltage_constant" => "29.5048"
    },
    "voltage constant alone, two lines peak" => {
      "torque_constant" => "",
      "voltage_constant" => "41.7261",
      "voltage_form" => "line_peak"
    },
    "voltage constant alone, one phase rms" => {
      "torque_constant" => "",
      "voltage_constant" => "17.0346",
      "voltage_form" => "phase_rms"
    },
    "voltage constant alone, one phase peak" => {
      "torque_constant" => "",
      "voltage_constant" => "24.0906",
      "voltage_form" => "phase_peak"
    },
    "voltage constant in V·s/rad" => {
      "torque_constant" => "",
      "voltage_constant" => "0.281747 V·s/rad"
    },
    "other units" => {
      "rated_torque" => "11.24 lbf·in",
      "rotor_inertia" => "29 kg·mm²",
      "line_inductance" => "8400 µH",
      "rated_current" => "2600 mA"
    }
  }.each do |what, changes|
    it "reads #{what}" do
      values = proposed(PRINTED.merge(changes))
      usual.each { |key, figure| expect(values.fetch(key)).to be_within(figure * 2e-5).of(figure) }
      expect(assess(PRINTED.merge(changes)).missing).to be_empty
    end
  end

  it "finds an odd number of poles, and proposes to count pairs" do
    findings = assess(PRINTED.merge("count_form" => "poles")).findings
    expect(findings.first).to have_attributes(
      id: "poles_odd",
      severity: :blocker,
      change: {
        fact: "count_form",
        text: "pairs"
      }
    )
    expect(assess(PRINTED.merge("count_form" => "poles", "pole_pairs" => "10")).findings.map(&:id)).not_to include(
      "poles_odd"
    )
  end

  it "misses the torque constant only where nothing gives it" do
    expect(assess(PRINTED.merge("torque_constant" => "")).missing).to eq(["torque_constant"])
  end

  it "says where a value of the drive comes from" do
    reasons = ->(changes) { assess(PRINTED.merge(changes)).proposals.to_h { |item| [item.key, item.reason] } }
    expect(reasons.call("winding_form" => "phase")["motor.phase_resistance"]).to eq("as given, of one phase")
    expect(reasons.call("torque_constant" => "", "voltage_constant" => "29.5")["motor.torque_constant"]).to eq(
      "√3 times the voltage constant"
    )
  end
end
