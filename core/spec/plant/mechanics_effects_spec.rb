# frozen_string_literal: true

require_relative "../core_helper"

# Play, a second resonance, inertia that varies, loads by time, iron that saturates: each against another way to it.
RSpec.describe Gallop::Plant do
  describe Gallop::Plant::Play do
    let(:figures) { { inertia: 3e-4, load_inertia: 5e-4, stiffness: 120.0, play: 0.02 } }

    def energy(one)
      stretched = one.twist - one.twist.clamp(-0.01, 0.01)
      0.5 * (3e-4 * one.speed**2 + 5e-4 * one.load_speed**2 + 120.0 * stretched**2)
    end

    # The same in steps of 0.5 µs, by the force of the spring alone (symplectic Euler).
    # @return [Array<Array(Float, Float)>] both speeds after each of so many steps of dt
    def in_small_steps(steps, dt, speed, damping: 0.0)
      h = 5e-7
      motor, load, twist = speed, 0.0, 0.0
      Array.new(steps) do
        (dt / h).round.times do
          stretched = twist - twist.clamp(-0.01, 0.01)
          force = stretched.zero? ? 0.0 : 120.0 * stretched + damping * (motor - load)
          motor -= force / 3e-4 * h
          load += force / 5e-4 * h
          twist += (motor - load) * h
        end
        [motor, load]
      end
    end

    it "bounces as it does in steps a hundred times as short, and keeps momentum and energy" do
      one = described_class.new(**figures)
      one.place(0.0, 0.0)
      one.instance_variable_set(:@speed, 12.0)
      looks = Array.new(400) { one.turn(0.0, 62.5e-6) && [one.speed, one.load_speed] }
      expected = in_small_steps(400, 62.5e-6, 12.0)
      worst = looks.zip(expected).map { |seen, wanted| seen.zip(wanted).map { |a, b| (a - b).abs }.max }.max
      expect(worst).to be < 0.35 # of 12 rad/s, while a flank is met some 20 µs sooner or later
      expect(3e-4 * one.speed + 5e-4 * one.load_speed).to be_within(1e-12).of(3e-4 * 12.0)
      expect(energy(one)).to be_within(0.02 * 0.5 * 3e-4 * 144).of(0.5 * 3e-4 * 144)
    end

    it "never gains energy, over many bounces and at any step" do
      [20e-6, 62.5e-6, 0.2e-3, 1e-3].each do |dt|
        one = described_class.new(**figures)
        one.instance_variable_set(:@speed, 12.0)
        begun = energy(one)
        most = Array.new(20_000) { one.turn(0.0, dt) && energy(one) }.max
        expect(most).to be <= begun * 1.0001
      end
    end

    it "loses the play when the motor turns back, and not the load" do
      one = described_class.new(**figures, damping: 0.02, load_torque: 0.05, coulomb: 0.01, breakaway: 0.01)
      turn = ->(torque, steps) { steps.times { one.turn(torque - 0.05 * one.speed, 62.5e-6) } }
      turn.(0.3, 8000)
      turn.(0.0, 8000)
      turn.(0.03, 8000) # up to the flank, and no further
      turn.(0.0, 800)
      stood = one.load_angle
      forward = one.angle
      one.turn(-0.04, 62.5e-6) while (one.load_angle - stood).abs < 1e-9 && one.angle > forward - 1
      expect(forward - one.angle).to be_within(0.003).of(0.02)
    end

    it "rests with a hanging load on one flank" do
      one = described_class.new(**figures, damping: 0.02, gravity: 0.3, coulomb: 0.5, breakaway: 0.5)
      5000.times { one.turn(0.0, 62.5e-6) }
      expect(one).to be_at_rest
      expect(one.twist).to be_within(1e-6).of(0.01 + 0.3 / 120)
    end
  end

  describe Gallop::Plant::Appendage do
    # √(k (1/J + 1/J_2)) = √(200 (1/3e-4 + 1/2e-5)) = 3266 rad/s: 519.8 Hz
    it "rings at the frequency of both, and keeps momentum" do
      shaft = Gallop::Plant::OneMass.new(inertia: 3e-4)
      one = described_class.new(inertia: 2e-5, stiffness: 200.0)
      shaft.place(0.0, 5.0)
      crossings = 0
      before = nil
      dt = 20e-6
      25_000.times do
        shaft.outside_torque = one.pull(shaft.speed, dt)
        shaft.turn(0.0, dt)
        relative = shaft.speed - one.speed
        crossings += 1 if before && before * relative < 0
        before = relative
      end
      expect(crossings / 2 / 0.5).to be_within(8).of(519.8)
      expect(3e-4 * shaft.speed + 2e-5 * one.speed).to be_within(1e-12).of(3e-4 * 5.0)
      expect(before.abs).to be <= 5.3
    end

    it "comes to rest on a shaft that stands" do
      one = described_class.new(inertia: 2e-5, stiffness: 200.0, damping: 1e-3)
      one.pull(10.0, 62.5e-6)
      20_000.times { one.pull(0.0, 62.5e-6) }
      expect(one).to be_at_rest
    end
  end

  describe Gallop::Plant::VaryingMass do
    # Nothing drives and nothing brakes it: ½ J(φ) ω² stays, whatever J is just now.
    it "turns a crank without losing or gaining energy" do
      one = described_class.new(inertia: 4e-4, crank_inertia: 6e-4, ratio: 3.0)
      one.place(0.0, 80.0)
      begun = 0.5 * 4e-4 * 80.0**2
      seen =
        Array.new(160_000) do
          one.turn(0.0, 62.5e-6)
          [one.speed, 0.5 * (4e-4 + 6e-4 * Math.sin(one.angle / 3.0)**2) * one.speed**2]
        end
      speeds, energies = seen.transpose
      expect(energies.minmax).to all(be_within(0.003 * begun).of(begun))
      expect(speeds.min).to be_within(0.3).of(80.0 * Math.sqrt(4e-4 / 10e-4))
    end

    # A core of 0.1 m, 100 turns of 0.5 mm: 0.2 m. 12 (0.2⁴ − 0.1⁴) = 0.018 kg·m²; 40 N · 0.2 m/2 = 4 N·m
    it "winds a roll that grows heavier and pulls on a longer arm" do
      one =
        described_class.new(inertia: 1e-3, roll_inertia: 12.0, roll_core: 0.1, roll_layer: 0.5e-3, roll_tension: 40.0)
      one.place(100 * 2 * Math::PI, 0.0)
      expect(one.diameter).to be_within(1e-9).of(0.2)
      one.turn(4.0 + 0.019 * 10, 1e-3)
      expect(one.speed).to be_within(1e-5).of(0.01)
      expect(one.inertia).to be_within(1e-9).of(0.019)
      one.coupled = false
      one.place(one.angle, 0.0)
      one.turn(0.01, 1e-3)
      expect(one.speed).to be_within(1e-9).of(0.01)
    end
  end

  it "meets a stroke in its share of each period" do
    obstacles = Gallop::Plant::Obstacles.new(stroke_torque: 2.0, stroke_period: 0.4, stroke_share: 0.25)
    torques = Array.new(4000) { obstacles.wait(1e-3) && obstacles.torque(0.0, 10.0) }
    expect(torques.sum / torques.size).to be_within(0.01).of(-0.5)
    obstacles = Gallop::Plant::Obstacles.new(stroke_torque: 2.0)
    expect([obstacles.torque(0.0, -1.0), obstacles.torque(0.0, 0.0)]).to eq([2.0, 0.0])
  end

  # At no load the rotor turns with the field and all the current magnetises: λ = U/ω less what resistance and leakage
  # take. With half the inductance left at λ_s the current is 1 + (λ/λ_s)⁴ as large.
  it "takes a larger no-load current where its iron saturates" do
    given = {
      stator_resistance: 4.8,
      rotor_resistance: 3.9,
      stator_leakage: 0.0,
      rotor_leakage: 0.015,
      magnetising_inductance: 0.35,
      pole_pairs: 2
    }
    omega = 2 * Math::PI * 50
    current =
      lambda do |saturation, volts|
        motor = Gallop::Plant::InductionMotor.new(**given, saturation_flux: saturation)
        20_000.times do |n|
          motor.temperature = 293.15 if (n % 4).zero?
          angle = omega * n * 0.25e-3
          motor.apply(volts * Math.cos(angle), volts * Math.sin(angle), 0.0, omega / 2, 0.25e-3)
        end
        Math.hypot(motor.i_alpha, motor.i_beta)
      end
    # V² = (ω λ)² + (R i)², i = λ (1 + (λ/λ_s)⁴)/L: halved into place
    by_hand =
      lambda do |saturation, volts|
        low, high = 0.0, volts / omega
        60.times do
          flux = (low + high) / 2
          i = flux * (1 + (flux / saturation)**4) / 0.35
          Math.hypot(omega * flux, 4.8 * i) > volts ? high = flux : low = flux
        end
        low * (1 + (low / saturation)**4) / 0.35
      end
    [150.0, 326.6].each do |volts|
      expect(current.(1.1, volts)).to be_within(0.01 * by_hand.(1.1, volts)).of(by_hand.(1.1, volts))
    end
    expect(by_hand.(1.1, 326.6)).to be > 1.5 * current.(nil, 326.6)
  end
end
