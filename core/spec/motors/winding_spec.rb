# frozen_string_literal: true

require_relative "../core_helper"

# The figures come from phasors of one phase, the speed or current of which was halved into place (Python, complex).
RSpec.describe Gallop::Motors::Winding do
  def winding(arrangement, **figures) = described_class.new(arrangement: arrangement, **figures)

  let(:servo) do
    winding(described_class::THREE_PHASE, torque_constant: 0.55, pole_pairs: 5, resistance: 2.6, inductance: 0.0114)
  end
  let(:stepper) do
    winding(described_class::TWO_PHASE, torque_constant: 0.5, pole_pairs: 50, resistance: 0.5, inductance: 0.002)
  end
  let(:armature) do
    winding(
      described_class::ARMATURE,
      torque_constant: 0.05,
      pole_pairs: 1,
      resistance: 1.1,
      inductance: 0.4e-3,
      idle_current: 0.15
    )
  end

  it "ends at the speed that uses the voltage up" do
    expect(servo.speed_at(2.38, 540)).to be_within(0.1).of(916.64)
    expect(servo.speed_at(6.0, 540)).to be_within(0.1).of(553.18)
    expect(stepper.speed_at(1.0, 48)).to be_within(0.01).of(97.195)
    expect(armature.speed_at(0.2, 24)).to be_within(0.01).of(359.9)
  end

  it "leaves the torque that the voltage still drives" do
    expect(servo.torque_at(500, 540)).to be_within(0.01).of(6.8306)
    expect(stepper.torque_at(60, 48)).to be_within(0.001).of(2.2373)
    expect(armature.torque_at(300, 24)).to be_within(1e-4).of(0.34364)
    expect(servo.torque_at(1200, 540)).to eq(0.0)
  end

  it "holds nothing where the resistance alone takes the voltage" do
    expect(armature.speed_at(2.0, 24)).to eq(0.0)
  end

  it "is of one constant: torque for current, and flux of a phase" do
    expect(servo.current(2.75)).to be_within(1e-9).of(5.0)
    expect(armature.current(0.2)).to be_within(1e-9).of(4.15)
    expect(servo.flux).to be_within(1e-6).of(0.051854)
  end
end
