# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Plant do
  describe Gallop::Plant::OneMass do
    # 0.5 N·m against 0.1 N·m Coulomb on 2e-3 kg·m²: 200 rad/s²
    it "speeds up with what friction leaves" do
      mass = described_class.new(inertia: 2e-3, coulomb: 0.1)
      1000.times { mass.turn(0.5, 1e-4) }
      expect(mass.speed).to be_within(0.05).of(20.0)
      expect(mass.angle).to be_within(0.01).of(0.5 * 200 * 0.01)
    end

    it "stands still below its breakaway torque and starts above it" do
      mass = described_class.new(inertia: 2e-3, coulomb: 0.1, breakaway: 0.15)
      100.times { mass.turn(0.149, 1e-4) }
      expect(mass).to be_at_rest
      mass.turn(0.151, 1e-4)
      expect(mass.speed).to be > 0
    end

    # 10 rad/s, 0.1 N·m / 2e-3 kg·m² = 50 rad/s²: at rest after 0.2 s, and it stays there
    it "coasts to rest and is not turned back by friction" do
      mass = described_class.new(inertia: 2e-3, coulomb: 0.1)
      mass.place(0.0, 10.0)
      1999.times { mass.turn(0.0, 1e-4) }
      expect(mass.speed).to be_within(0.02).of(0.005)
      1000.times { mass.turn(0.0, 1e-4) }
      expect(mass).to be_at_rest
    end

    # ω = T/d (1 − e^(−t d/J)) with d = 0.01, J = 2e-3: τ = 0.2 s
    it "feels viscous drag" do
      mass = described_class.new(inertia: 2e-3, viscous: 0.01)
      2000.times { mass.turn(1.0, 1e-4) }
      expect(mass.speed).to be_within(0.5).of(100 * (1 - Math.exp(-1)))
    end

    it "is braked by a load and never driven by it" do
      mass = described_class.new(inertia: 2e-3)
      mass.load_torque = 0.3
      1000.times { mass.turn(0.0, 1e-4) }
      expect(mass).to be_at_rest
      1000.times { mass.turn(0.5, 1e-4) }
      expect(mass.speed).to be_within(0.1).of(0.2 / 2e-3 * 0.1)
    end
  end

  describe "a OneMass with gravity" do
    # (0.34 − 0.1) N·m on 2e-3 kg·m²: −120 rad/s²
    it "falls when nothing holds it" do
      mass = Gallop::Plant::OneMass.new(inertia: 2e-3, coulomb: 0.1, gravity: 0.34)
      1000.times { mass.turn(0.0, 1e-4) }
      expect(mass.speed).to be_within(0.05).of(-12.0)
    end

    it "is held by its brake, by its motor, and by friction that is larger" do
      held = Gallop::Plant::OneMass.new(inertia: 2e-3, coulomb: 0.1, gravity: 0.34)
      held.brake_torque = 0.25
      expect(held.turn(0.0, 1e-3)).to eq(0.0)
      held.brake_torque = 0.0
      expect(held.turn(0.3, 1e-3)).to eq(0.0)
      expect(held.turn(0.2, 1e-3)).to be < 0
    end

    # without its load 1e-3 kg·m² and no weight: 0.4/1e-3 rad/s²
    it "turns its own inertia alone when it is uncoupled" do
      mass = Gallop::Plant::OneMass.new(inertia: 2e-3, gravity: 0.34, motor_inertia: 1e-3)
      mass.coupled = false
      100.times { mass.turn(0.4, 1e-4) }
      expect(mass.speed).to be_within(0.01).of(4.0)
    end
  end

  describe Gallop::Plant::TwoMass do
    belt = { inertia: 0.5e-4, load_inertia: 1.6e-4, stiffness: 91.0, damping: 0.0 }

    # √(k (1/J_m + 1/J_l)) = √(91 · 26 250) = 1545.6 rad/s = 245.98 Hz: zero crossings of the twist after a kick, 32
    # half periods
    it "swings with the resonance of its two masses" do
      masses = described_class.new(**belt)
      masses.turn(1.0, 1e-5)
      crossings = []
      last = 0.0
      (1..10_000).each do |step|
        masses.turn(0.0, 1e-5)
        difference = masses.speed - masses.load_speed
        crossings << step * 1e-5 if last * difference < 0
        last = difference
      end
      half = (crossings[40] - crossings[8]) / 32
      expect(1 / (2 * half)).to be_within(0.5).of(245.98)
    end

    # Torque at the motor at √(k/J_l) = 754.2 rad/s: the load swallows it, the motor hardly moves; beside it, at half,
    # it does.
    it "does not move its motor at the anti-resonance" do
      swing =
        lambda do |omega|
          masses = described_class.new(**belt, damping: 0.02)
          (1..40_000)
            .map { |step| masses.turn(0.05 * Math.sin(omega * step * 1e-5), 1e-5) }
            .last(8000)
            .minmax
            .then { |low, high| high - low }
        end
      expect(swing.call(754.2)).to be < 0.2 * swing.call(377.1)
    end

    # Momentum: 0.1 N·m for 0.1 s on both masses
    it "gains speed as one, and comes to rest as one" do
      masses = described_class.new(**belt, damping: 0.02, coulomb: 0.02)
      2000.times { masses.turn(0.12, 5e-5) }
      expect(0.5e-4 * masses.speed + 1.6e-4 * masses.load_speed).to be_within(1e-4).of(0.01)
      40_000.times { masses.turn(0.0, 5e-5) }
      expect(masses).to be_at_rest
    end

    it "hangs on its belt under gravity, and falls when friction does not hold it" do
      held = described_class.new(**belt, gravity: 0.05, coulomb: 0.06)
      100.times { held.turn(0.0, 1e-4) }
      expect(held).to be_at_rest
      expect(held.twist).to be_within(1e-6).of(0.05 / 91)
      falling = described_class.new(**belt, gravity: 0.05, coulomb: 0.02)
      2000.times { falling.turn(0.0, 5e-5) }
      expect(falling.speed).to be < -5
    end

    it "is the motor alone when uncoupled" do
      masses = described_class.new(**belt)
      masses.coupled = false
      100.times { masses.turn(0.05, 1e-4) }
      expect(masses.speed).to be_within(0.01).of(10.0)
    end
  end

  describe Gallop::Plant::Brake do
    def brake = described_class.new(torque: 3.2, release_time: 0.045, engage_time: 0.025)

    it "grips until its coil has had voltage for the release time, and again after the engage time" do
      brake = brake()
      brake.powered = true
      44.times { brake.grip_after(1e-3) }
      expect(brake.grip).to eq(3.2)
      2.times { brake.grip_after(1e-3) }
      expect(brake.grip).to eq(0.0)
      brake.powered = false
      24.times { brake.grip_after(1e-3) }
      expect(brake.grip).to eq(0.0)
      2.times { brake.grip_after(1e-3) }
      expect(brake.grip).to eq(3.2)
    end

    it "takes its whole engage time when its coil goes in the very moment in which it has opened" do
      brake = brake()
      brake.powered = true
      45.times { brake.grip_after(1e-3) }
      expect(brake.grip).to eq(0.0)
      brake.powered = false
      24.times { brake.grip_after(1e-3) }
      expect(brake.grip).to eq(0.0)
      brake.grip_after(1e-3)
      expect(brake.grip).to eq(3.2)
    end

    it "needs less voltage to stay open than to open" do
      brake = described_class.new(torque: 3.2, release_time: 0.045, engage_time: 0.025, opens_at: 0.8, drops_at: 0.4)
      grip = ->(voltage) do
        brake.voltage = voltage
        60.times { brake.grip_after(1e-3) }
        brake.grip
      end
      brake.powered = true
      expect([0.79, 0.8, 0.4, 0.39, 0.79].map(&grip)).to eq([3.2, 0.0, 0.0, 3.2, 3.2])
    end

    it "never opens without its wires, but by hand" do
      brake = brake()
      brake.wired = false
      brake.powered = true
      100.times { brake.grip_after(1e-3) }
      expect(brake.grip).to eq(3.2)
      brake.lifted = true
      expect(brake.grip).to eq(0.0)
    end
  end

  describe "an Encoder with its wiring" do
    turn = Gallop::Plant::TWO_PI
    def incremental = Gallop::Plant::Encoder.new(counts_per_turn: 10_000, kind: "incremental_halls", pole_pairs: 4)

    # Turned three times and a bit, in small steps.
    def turned(encoder, turns = 3.1)
      (0..(turns.abs * 4000).round).each do |step|
        encoder.read(step / 4000.0 * Gallop::Plant::TWO_PI * (turns.positive? ? 1 : -1))
      end
      encoder
    end

    it "counts four a line, with an index pulse a turn" do
      expect(turned(incremental)).to have_attributes(
        count: 31_000,
        index_count: 3,
        index_distance: be_within(5).of(10_000)
      )
      expect(turned(incremental, -2.1)).to have_attributes(count: -21_000, index_distance: be_within(5).of(-10_000))
    end

    it "counts backward with its channels exchanged" do
      encoder = incremental
      encoder.channels_exchanged = true
      expect(turned(encoder).count).to eq(-31_000)
    end

    it "goes to and fro with the index on a channel's wire, and sees an index with every line" do
      encoder = incremental
      encoder.index_exchanged = true
      expect(turned(encoder)).to have_attributes(count: be_between(0, 4), index_count: be_within(2).of(7750))
    end

    it "shows six hall states in an electrical turn, each a neighbour of the last" do
      states =
        (0...240).map { |step| incremental.halls((step + 0.5) / 240 * turn) }.chunk_while { |a, b| a == b }.map(&:first)
      expect(states.size).to eq(24)
      expect(states.first(6)).to eq(Gallop::Plant::Encoder::HALL_STATES)
    end

    it "steps backward through the halls with two of their wires exchanged, and forward with all three moved on" do
      direction =
        lambda do |order|
          encoder = Gallop::Plant::Encoder.new(counts_per_turn: 24, kind: "halls", pole_pairs: 4)
          encoder.hall_order = order
          encoder.read(1.1 * turn) - encoder.read(0.1 * turn)
        end
      expect((0..5).map(&direction)).to eq([24, 24, 24, -24, -24, -24])
    end

    it "is silent without supply" do
      encoder = incremental
      encoder.powered = false
      expect([turned(encoder).count, encoder.halls(1.0)]).to eq([0, 0])
    end
  end

  describe Gallop::Plant::MainsBus do
    def bus(**more) = described_class.new(mains_voltage: 230, capacitance: 1e-3, electronics_power: 1e-6, **more)

    # 47 Ω · 1 mF = 47 ms: after that 63.2 % of 325.3 V
    it "charges through its precharge resistor" do
      bus = bus()
      470.times { bus.draw(0.0, 1e-4) }
      expect(bus.voltage).to be_within(1.0).of(325.27 * (1 - Math.exp(-1)))
      expect(bus).not_to be_precharged
      3000.times { bus.draw(0.0, 1e-4) }
      expect(bus.voltage).to be_within(1.0).of(325.27)
      expect(bus).to be_precharged
    end

    # ½ C (V² − V₀²) = 1000 W · 20 ms: V = √(325.27² + 2 · 20 J / 1 mF) = 381.8 V
    it "rises by the energy that a braking motor feeds back" do
      bus = bus()
      5000.times { bus.draw(0.0, 1e-4) }
      200.times { bus.draw(-1000.0, 1e-4) }
      expect(bus.voltage).to be_within(1.0).of(Math.sqrt(325.27**2 + 2 * 20 / 1e-3))
    end

    # Chopper between 370 and 380 V with 50 Ω: 2.7 kW and more against 1 kW, so the bus stays between its levels.
    it "is held by the chopper, which counts what it burns" do
      bus = bus(brake_resistance: 50)
      bus.chop_between(370, 380)
      5000.times { bus.draw(0.0, 1e-4) }
      voltages = Array.new(5000) { bus.draw(-1000.0, 1e-4) }
      expect(voltages.max).to be < 381
      expect(bus.resistor_energy).to be_within(30).of(1000 * 0.5 - 0.5 * 1e-3 * (375**2 - 325.27**2))
    end

    it "falls when the mains goes, by what is drawn" do
      bus = bus()
      5000.times { bus.draw(0.0, 1e-4) }
      bus.mains_on = false
      100.times { bus.draw(1000.0, 1e-4) }
      expect(bus.voltage).to be_within(1.0).of(Math.sqrt(325.27**2 - 2 * 10 / 1e-3))
    end
  end

  describe Gallop::Plant::ThermalMass do
    # 20 W · 2 K/W = 40 K in the end, 63.2 % of it after the time constant
    it "warms by P·R with its time constant" do
      mass = described_class.new(resistance: 2, time_constant: 100, ambient: 300)
      100.times { mass.heat(20, 1.0) }
      expect(mass.temperature).to be_within(1e-6).of(300 + 40 * (1 - Math.exp(-1)))
      2000.times { mass.heat(20, 1.0) }
      expect(mass.temperature).to be_within(1e-3).of(340)
    end
  end

  describe Gallop::Plant::Encoder do
    it "counts whole steps, both ways, and keeps its last word without supply" do
      encoder = described_class.new(counts_per_turn: 1000)
      expect(encoder.read(2 * Math::PI * 0.2505)).to eq(250)
      expect(described_class.new(counts_per_turn: 1000, direction: -1).read(2 * Math::PI * 0.2505)).to eq(-251)
      encoder.powered = false
      expect(encoder.read(100.0)).to eq(250)
    end
  end

  describe Gallop::Plant::CurrentSensor do
    it "shows offset and gain of each channel in phase coordinates" do
      sensor = described_class.new(step: 1e-6, offset_u: 0.1, gain_v: 1.1)
      sensor.read(2.0, 0.0) # U = 2 A, V = −1 A
      expect([sensor.i_u, sensor.i_v]).to match([be_within(1e-5).of(2.1), be_within(1e-5).of(-1.1)])
    end

    it "repeats its noise with the same seed" do
      first, second = Array.new(2) { described_class.new(step: 1e-4, noise: 0.05, seed: 9) }
      series = ->(sensor) { Array.new(50) { sensor.read(1.0, 0.0).then { sensor.i_u } } }
      expect(series.call(first)).to eq(series.call(second))
    end
  end
end
