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
      expect([ sensor.i_u, sensor.i_v ]).to match([ be_within(1e-5).of(2.1), be_within(1e-5).of(-1.1) ])
    end

    it "repeats its noise with the same seed" do
      first, second = Array.new(2) { described_class.new(step: 1e-4, noise: 0.05, seed: 9) }
      series = ->(sensor) { Array.new(50) { sensor.read(1.0, 0.0).then { sensor.i_u } } }
      expect(series.call(first)).to eq(series.call(second))
    end
  end
end
