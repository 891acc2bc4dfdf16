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

  # N·m, V, A against the magnets => rad/s; each of 4000 currents tried, the speed of each halved into place
  {
    [0.0, 540, 2] => 1640.19,
    [2.38, 540, 2] => 1140.61,
    [2.38, 540, 6] => 1595.31,
    [6.0, 540, 5] => 633.05,
    [0.5, 325, 3] => 1210.71
  }.each do |(torque, bus, weakening), speed|
    it "goes on to #{speed} rad/s with #{weakening} A against the magnets, #{torque} N·m and #{bus} V" do
      weakened = servo.with(weakening: weakening.to_f, most: 12.0)
      expect(weakened.speed_at(torque, bus)).to be_within(1e-4 * speed).of(speed)
      expect(weakened.unweakened.speed_at(torque, bus)).to be < speed
    end
  end

  it "has no current left against the magnets where torque takes it all" do
    limit = servo.torque_constant * 12.0
    weakened = servo.with(weakening: 5.0, most: 12.0)
    expect(weakened.speed_at(limit, 540)).to be_within(1e-6).of(servo.speed_at(limit, 540))
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
