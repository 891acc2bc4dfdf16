# frozen_string_literal: true

require_relative "../core_helper"

# On the plant's own motor, whose equations are those of two windings, not of the frame that the control reckons in.
RSpec.describe Gallop::Control::FieldOriented do
  period = 1 / 4000.0
  figures = {
    stator_resistance: 4.8,
    rotor_resistance: 4.2,
    stator_leakage: 0.016,
    rotor_leakage: 0.016,
    magnetising_inductance: 0.32,
    pole_pairs: 2
  }
  # Inverse Γ: R_R = R_r (L_m/L_r)², L_M = L_m²/L_r, L_σ = L_sl + L_rl L_m/L_r
  tuned = {
    stator_resistance: 4.8,
    rotor_resistance: 4.2 * (0.32 / 0.336)**2,
    leakage: 0.016 + 0.016 * 0.32 / 0.336,
    magnetising: 0.32**2 / 0.336,
    no_load_current: 2.79,
    rated_current: 4.67,
    most_current: 7.0,
    rated_frequency: 50.0,
    dt: period
  }

  # Up to a frequency by a ramp, then under a load.
  # @return [Array<Float>] Hz, electrical, of the rotor in the last second
  define_method(:turned) do |frequency, load, inertia: 0.02, drop: 0.0, **changes|
    motor = Gallop::Plant::InductionMotor.new(**figures)
    shaft = Gallop::Plant::OneMass.new(inertia: inertia, coulomb: 0.1, breakaway: 0.12, viscous: 1e-3)
    stage = Gallop::Plant::PowerStage.new(drop: drop) if drop.positive?
    control = described_class.new.tap { |one| one.tune(**tuned, **changes) }
    told = 0.0
    @control = control
    (7 / period).round.times.filter_map do |n|
      told = (told + 25 * period * (frequency <=> 0)).clamp(*[0.0, frequency].minmax) if control.ready?
      shaft.load_torque = n * period > 4.5 ? load : 0.0
      control.step(told, motor.i_alpha, motor.i_beta, 326.0)
      volts = [control.v_alpha, control.v_beta]
      volts = through(stage, *volts, motor) if stage
      motor.apply(*volts, 0.0, shaft.speed, period)
      shaft.turn(motor.torque, period)
      shaft.speed * 2 / (2 * Math::PI) if n * period > 6
    end
  end

  def through(stage, alpha, beta, motor)
    stage.pass(alpha, beta, motor.i_alpha, motor.i_beta, 565.0)
    [stage.v_alpha, stage.v_beta]
  end

  # The rated torque is 10 N·m.
  [[50, 10], [25, 10], [5, 10], [2, 10], [1, 10], [-10, 10], [45, -8], [3, -8]].each do |frequency, load|
    it "holds #{frequency} Hz under #{load} N·m" do
      expect(turned(frequency, load)).to all(be_within(0.1).of(frequency))
    end
  end

  it "turns on above the rated frequency, with less flux" do
    expect(turned(75, 4)).to all(be_within(0.3).of(75))
    expect(@control.reactive_current).to be < 2.3
  end

  it "reckons with what the stage takes, and is off without" do
    expect(turned(2, 10, drop: 8.0, stage: 8.0)).to all(be_within(0.15).of(2))
    expect(turned(2, 10, drop: 8.0).sum / 4000).not_to be_within(0.3).of(2)
  end

  it "is off by the error of the slip where the rotor's resistance is" do
    # rated slip some 2.5 Hz: a tenth of it
    expect(turned(10, 10, rotor_resistance: 1.1 * tuned[:rotor_resistance])).to all(be_within(0.15).of(10.27))
  end

  it "asks for no more than it may" do
    turned(20, 30)
    expect(@control.current).to be < 1.1 * Math.hypot(7.0, 4.67)
  end
end
