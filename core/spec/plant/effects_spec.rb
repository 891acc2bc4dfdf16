# frozen_string_literal: true

require_relative "../core_helper"

# What real machines have besides the textbook: each by its effect.
RSpec.describe Gallop::Plant do
  describe Gallop::Plant::PowerStage do
    # 1 µs at 16 kHz on 325 V are 5.2 V a leg; with 2 A in U and −1 A in V and W the phase U has 4/3 of it less.
    it "takes the voltage of its dead time and devices against the current, and heats by the devices alone" do
      stage = described_class.new(dead_time: 1e-6, rate: 16_000, drop: 1.2, resistance: 0.1)
      loss = stage.pass(50.0, 0.0, 2.0, 0.0, 325.0)
      expect(stage.v_alpha).to be_within(1e-9).of(50 - (5.2 + 1.2) * 4 / 3 - 0.1 * 2)
      expect(loss).to be_within(1e-9).of(1.2 * 4 + 0.1 * (4 + 1 + 1))
      expect(stage.pass(50.0, 0.0, 0.0, 0.0, 325.0)).to eq(0.0)
      expect(stage.v_alpha).to eq(50.0)
    end

    it "is passed twice where each phase has a bridge of its own" do
      stage = described_class.new(drop: 1.0, legs_a_phase: 2)
      expect(stage.pass(20.0, 0.0, 3.0, 0.0, 300.0)).to be_within(1e-9).of(6.0)
      expect(stage.v_alpha).to be_within(1e-9).of(18.0)
    end

    # What a test of the winding has to cancel: the slope between two levels is the resistance, one level alone is not.
    it "hides the resistance of a winding behind an offset of voltage" do
      stage = described_class.new(dead_time: 1e-6, rate: 16_000, drop: 1.2)
      motor =
        Gallop::Plant::SynchronousMotor.new(
          resistance: 2.0,
          inductance_d: 5e-3,
          inductance_q: 5e-3,
          flux: 0.05,
          pole_pairs: 4
        )
      levels =
        [16.0, 20.0].map do |volts|
          3000.times do
            stage.pass(volts, 0.0, motor.i_alpha, motor.i_beta, 325.0)
            motor.apply(stage.v_alpha, stage.v_beta, 0.0, 0.0, 62.5e-6)
          end
          motor.i_alpha
        end
      expect(16.0 / levels[0]).to be > 3
      expect(4.0 / (levels[1] - levels[0])).to be_within(0.01).of(2.0)
    end
  end

  describe Gallop::Plant::UnevenMotor do
    def motor(**uneven) =
      described_class.new(resistance: 1.6, inductance_d: 4e-3, inductance_q: 4e-3, flux: 0.046, pole_pairs: 5, **uneven)

    # At the knee the inductance is 4/5: a step of current is quicker by as much. L di/dt = v in the first moment.
    it "has less inductance at a large current" do
      steep =
        [0.5, 20.0].map do |level|
          one = motor(saturation_current: 20.0)
          4000.times { one.apply(0.0, level * 1.6, 0.0, 0.0, 62.5e-6) }
          before = one.i_q
          one.apply(0.0, level * 1.6 + 4.0, 0.0, 0.0, 62.5e-6)
          one.i_q - before
        end
      expect(steep[1] / steep[0]).to be_within(0.03).of(1.25)
    end

    # −0.11 %/K · 80 K = −8.8 %
    it "loses flux as its rotor warms, with a time of its own" do
      one = motor(flux_coefficient: -0.0011, rotor_thermal_time: 100.0)
      one.temperature = 373.15
      one.warm_rotor(100.0)
      expect(one.rotor_temperature - 293.15).to be_within(0.01).of(80 * (1 - Math.exp(-1)))
      one.warm_rotor(1e4)
      expect(one.flux / 0.046).to be_within(1e-4).of(0.912)
    end

    it "cogs without a current, and ripples with one" do
      one = motor(cogging_torque: 0.05, cogging_periods: 36, torque_ripple: 0.02)
      one.open_circuit(Math::PI / 72, 0.0, 1e-3)
      expect(one.torque).to be_within(1e-12).of(-0.05)
      plain = motor(torque_ripple: 0.02, cogging_torque: 0.0)
      4000.times { plain.apply(0.0, 6.4, 0.0, 0.0, 62.5e-6) }
      expect(plain.torque).to be_within(1e-4).of(1.38 * 1.02)
    end
  end

  describe Gallop::Plant::Obstacles do
    def turned(obstacles, torque, seconds, inertia: 1e-3, coulomb: 0.0)
      mass = Gallop::Plant::OneMass.new(inertia: inertia, coulomb: coulomb)
      dt = 62.5e-6
      (seconds / dt).round.times do
        mass.outside_torque = obstacles.torque(mass.angle, mass.speed)
        mass.turn(torque, dt)
      end
      mass
    end

    # 0.5 N·m into 50 N·m/rad: 0.01 rad beyond the end
    it "stops a shaft at its end, and lets it go again" do
      stops = described_class.new(stop_high: 1.0, stop_stiffness: 50.0, stop_loss: 0.2)
      held = turned(stops, 0.5, 3.0, coulomb: 0.01)
      expect(held.angle).to be_within(5e-4).of(1.01)
      expect(turned(stops, -0.5, 0.5).angle).to be < -10
    end

    # A pendulum of 0.2 N·m hangs at sin φ = 0.1/0.2 under 0.1 N·m.
    it "weighs by the angle" do
      arm = described_class.new(unbalance: 0.2, unbalance_turns: 1.0)
      mass = turned(arm, 0.1, 6.0, coulomb: 0.004)
      expect(mass.angle).to be_within(0.03).of(Math.asin(0.5))
    end

    # A fan of 0.4 N·m at 100 rad/s: with 0.1 N·m it turns at 50 rad/s.
    it "loads by the speed" do
      fan = described_class.new(speed_torque: 0.4, speed_reference: 100.0, speed_power: 2.0)
      expect(turned(fan, 0.1, 4.0, inertia: 1e-4).speed).to be_within(0.05).of(50.0)
      expect(turned(fan, -0.1, 4.0, inertia: 1e-4).speed).to be_within(0.05).of(-50.0)
    end

    it "has a Stribeck curve, and takes more going back than going forward" do
      rough = described_class.new(stribeck_torque: 0.03, stribeck_speed: 2.0, backward_torque: 0.01)
      expect(rough.torque(0.0, 2.0)).to be_within(1e-12).of(-0.015)
      expect(rough.torque(0.0, -2.0)).to be_within(1e-12).of(0.025)
      expect(rough.torque(0.0, 0.0)).to eq(0.0)
    end
  end

  describe Gallop::Plant::ImperfectEncoder do
    def encoder(**flaws) = described_class.new(counts_per_turn: 10_000, **flaws)

    it "is eccentric once a turn, and wrong twice a period" do
      expect(encoder(eccentricity: 0.01).read(Math::PI / 2)).to eq(
        ((Math::PI / 2 + 0.01) * 10_000 / (2 * Math::PI)).floor
      )
      expect(encoder(signal_error: 0.1, periods: 5).read(Math::PI / 20)).to eq(
        ((Math::PI / 20 + 0.1 / 5) * 10_000 / (2 * Math::PI)).floor
      )
    end

    it "shakes, loses counts in every turn, and tells a new word only in time" do
      shaky = encoder(jitter: 3)
      expect(Array.new(200) { shaky.read(1.0) }.uniq.size).to eq(7)
      expect(encoder(lost_counts: 2.0).read(2 * Math::PI * 10 + 1e-6)).to eq(100_000 - 20)
      slow = encoder(word_time: 1e-3)
      slow.read(0.5)
      slow.wait(0.5e-3)
      expect(slow.read(1.0)).to eq((0.5 * 10_000 / (2 * Math::PI)).floor)
      slow.wait(0.6e-3)
      expect(slow.read(1.0)).to eq((1.0 * 10_000 / (2 * Math::PI)).floor)
    end

    it "has hall edges of its own" do
      plain = Gallop::Plant::Encoder.new(counts_per_turn: 24, kind: "halls", pole_pairs: 1)
      off = described_class.new(counts_per_turn: 24, kind: "halls", pole_pairs: 1, hall_errors: [0, 0.1, 0, 0, 0, 0])
      at = Math::PI / 3 + 0.05
      expect([plain.halls(at), off.halls(at), off.halls(at + 0.06)]).to eq([0b011, 0b001, 0b011])
    end
  end

  describe Gallop::Plant::MiswiredSensor do
    def read(**flaws)
      sensor = described_class.new(step: 1e-6, **flaws)
      sensor.read(2.0, Math.sqrt(3))
      [sensor.i_u.round(3), sensor.i_v.round(3)]
    end

    # i_u = 2 A, i_v = (3 − 2)/2 = 0.5 A
    it "exchanges, reverses and ends its channels, and drifts" do
      expect([read, read(exchanged: true), read(reversed_u: true), read(range: 1.2)]).to eq(
        [[2.0, 0.5], [0.5, 2.0], [-2.0, 0.5], [1.2, 0.5]]
      )
      sensor = described_class.new(step: 1e-6, drift: 0.01, drift_end: 0.05)
      20.times { sensor.wait(1.0) }
      sensor.read(0.0, 0.0)
      expect(sensor.i_u).to be_within(1e-5).of(0.05)
    end
  end

  describe Gallop::Plant::MainsBus do
    # Half waves at 100 Hz: C ΔU = I t, with the power of the load and some 8 ms between two crests.
    it "ripples with the mains, more on one phase than on three" do
      ripple =
        [3, 1].map do |phases|
          bus =
            described_class.new(
              mains_voltage: 230,
              capacitance: 780e-6,
              charged: true,
              ripple: true,
              phases: phases,
              electronics_power: 1.0
            )
          800.times { bus.draw(300.0, 0.24e-3) }
          seen = Array.new(200) { bus.draw(300.0, 0.24e-3) }
          seen.max - seen.min
        end
      expect(ripple[0]).to be_between(1.0, 12.0)
      expect(ripple[1]).to be_between(6.0, 14.0).and(be > 1.5 * ripple[0])
    end
  end
end
