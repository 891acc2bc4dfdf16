# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Plant do
  describe Gallop::Plant::SynchronousMotor do
    subject(:motor) do
      described_class.new(resistance: 1.6, inductance_d: 4e-3, inductance_q: 4e-3, flux: 0.046, pole_pairs: 5)
    end

    # Locked, 16 V in α: after one time constant L/R = 2.5 ms the current is 63.2 % of 10 A, in the end 10 A.
    it "has the electrical time constant L/R" do
      40.times { motor.apply(16.0, 0.0, 0.0, 0.0, 62.5e-6) }
      expect(motor.i_alpha).to be_within(0.02).of(10 * (1 - Math.exp(-1)))
      2000.times { motor.apply(16.0, 0.0, 0.0, 0.0, 62.5e-6) }
      expect(motor.i_alpha).to be_within(1e-6).of(10.0)
    end

    # T = 1.5 p ψ i_q = 1.5 · 5 · 0.046 · 4 N·m with 6.4 V across 1.6 Ω in q
    it "makes the torque of its q current" do
      2000.times { motor.apply(0.0, 6.4, 0.0, 0.0, 62.5e-6) }
      expect(motor.torque).to be_within(1e-4).of(1.38)
      expect(motor.copper_loss).to be_within(1e-3).of(1.5 * 1.6 * 16)
    end

    # Driven at 100 rad/s with the terminals shorted: i = −ω ψ / (R + jωL) at ω = 500 rad/s
    it "brakes with the current of its back-EMF when shorted" do
      angle = 0.0
      4000.times do
        motor.apply(0.0, 0.0, angle + 0.5 * 100 * 62.5e-6, 100.0, 62.5e-6)
        angle += 100 * 62.5e-6
      end
      expect(Math.hypot(motor.i_d, motor.i_q)).to be_within(0.01).of(500 * 0.046 / Math.hypot(1.6, 500 * 4e-3))
      expect(motor.torque).to be < 0
    end

    # Copper at 120 °C: 1 + 0.00393 · 100
    it "has a higher resistance when warm" do
      motor.temperature = 393.15
      3000.times { motor.apply(16.0, 0.0, 0.0, 0.0, 62.5e-6) }
      expect(motor.i_alpha).to be_within(1e-3).of(10 / 1.393)
    end

    # Free rotor at constant voltage in q: mechanical time constant R J/(1.5 p² ψ²) with L small against it
    it "runs up with the mechanical time constant" do
      small = described_class.new(resistance: 1.6, inductance_d: 1e-5, inductance_q: 1e-5, flux: 0.046, pole_pairs: 5)
      mass = Gallop::Plant::OneMass.new(inertia: 1e-3)
      tau = 1.6 * 1e-3 / (1.5 * 25 * 0.046**2)
      final = 10.0 / (5 * 0.046)
      (tau / 1e-5).round.times do
        electrical = (mass.angle + 0.5e-5 * mass.speed) * 5
        small.apply(
          -10.0 * Math.sin(electrical),
          10.0 * Math.cos(electrical),
          mass.angle + 0.5e-5 * mass.speed,
          mass.speed,
          1e-5
        )
        mass.turn(small.torque, 1e-5)
      end
      expect(mass.speed).to be_within(0.01 * final).of(final * (1 - Math.exp(-1)))
    end
  end

  describe Gallop::Plant::BrushedMotor do
    subject(:motor) { described_class.new(resistance: 0.32, inductance: 0.42e-3, constant: 0.096) }

    # u = √3 v_β between the wires: locked, 3.2 V give 10 A in the end, 63.2 % of it after L/R = 1.3125 ms, 0.96 N·m
    # and 32 W.
    it "has the time constant L/R, and T = k i" do
      21.times { motor.apply(0.0, 3.2 / Math.sqrt(3), 0.0, 0.0, 62.5e-6) }
      expect(motor.current).to be_within(0.02).of(10 * (1 - Math.exp(-1)))
      2000.times { motor.apply(0.0, 3.2 / Math.sqrt(3), 0.0, 0.0, 62.5e-6) }
      expect([motor.current, motor.torque, motor.copper_loss, motor.electrical_power]).to match(
        [be_within(1e-6).of(10.0), be_within(1e-6).of(0.96), be_within(1e-4).of(32.0), be_within(1e-4).of(32.0)]
      )
      expect(motor.i_beta).to be_within(1e-6).of(20 / Math.sqrt(3))
    end

    # Driven at 100 rad/s with the wires shorted: i = −k ω/R
    it "brakes when it is shorted, and shows its back-EMF when it is open" do
      3000.times { motor.apply(0.0, 0.0, 0.0, 100.0, 62.5e-6) }
      expect(motor.current).to be_within(1e-6).of(-0.096 * 100 / 0.32)
      motor.open_circuit(0.0, 100.0, 62.5e-6)
      expect([motor.current, motor.torque, motor.open_voltage(100.0)]).to match([0.0, 0.0, be_within(1e-12).of(9.6)])
    end
  end

  describe "a synchronous motor whose stage is off" do
    subject(:motor) do
      Gallop::Plant::SynchronousMotor.new(
        resistance: 2.8,
        inductance_d: 0.011,
        inductance_q: 0.011,
        flux: 0.1,
        pole_pairs: 4
      )
    end

    # The same bridge wire by wire in steps of 0.1 µs: a leg lies at the bus where current flows into it, at the other
    # side where it flows out; the star point is their mean. @return [Float] A into the bus, mean of a turn
    def wire_by_wire(speed, bus, flux: 0.1, inductance: 0.011, resistance: 2.8, pairs: 4)
      omega = speed * pairs
      currents = [0.0, 0.0, 0.0]
      dt = 1e-7
      period = (2 * Math::PI / omega / dt).round
      mean = 0.0
      (4 * period).times do |n|
        legs = currents.map { |i| bus / 2 * (i / 5e-3).clamp(-1.0, 1.0) }
        star = legs.sum / 3
        currents =
          currents.each_with_index.map do |i, k|
            emf = flux * omega * Math.sin(omega * n * dt - k * 2 * Math::PI / 3)
            i + dt / inductance * (emf - resistance * i - legs[k] + star)
          end
        mean += currents.sum { |i| i.positive? ? i : 0.0 } / period if n >= 3 * period
      end
      mean
    end

    # rad/s and V
    { [600.0, 325.0] => "well", [900.0, 325.0] => "far", [700.0, 400.0] => "somewhat" }.each do |(speed, bus), how|
      it "charges a bus of #{bus.round} V that its magnets exceed #{how}" do
        motor.open_circuit(0.0, speed, 1e-4, bus)
        current = wire_by_wire(speed, bus)
        # the closed form takes crests for straight; where the current is small against the reactance that is most wrong
        expect(-motor.electrical_power / bus).to be_within(0.08 * current).of(current)
        # all that brakes the shaft is in the bus or in the copper
        expect(-motor.torque * speed).to be_within(1e-6).of(motor.copper_loss - motor.electrical_power)
      end
    end

    it "turns freely as long as the bus is higher" do
      motor.open_circuit(0.0, 450.0, 1e-4, 325.0)
      expect([motor.torque, motor.electrical_power, motor.copper_loss]).to eq([0.0, 0.0, 0.0])
      motor.open_circuit(0.0, -600.0, 1e-4, 325.0)
      expect(motor.torque).to be_positive
    end
  end

  # What drives the shaft over a step is the mean of the step, not its end: half a period of lead that no drive has.
  describe "the torque of a step" do
    # i = V/R (1 − e^(−t/τ)); its mean over the first step is V/R (1 − τ/T (1 − e^(−T/τ))), just below half of its end
    it "is the mean of it, of a motor with magnets" do
      motor =
        Gallop::Plant::SynchronousMotor.new(
          resistance: 1.6,
          inductance_d: 4e-3,
          inductance_q: 4e-3,
          flux: 0.05,
          pole_pairs: 4
        )
      motor.apply(0.0, 40.0, 0.0, 0.0, 62.5e-6)
      share = 62.5e-6 * 1.6 / 4e-3
      mean = 40.0 / 1.6 * (1 - (1 - Math.exp(-share)) / share)
      expect(motor.torque).to be_within(0.01 * motor.torque).of(1.5 * 4 * 0.05 * mean)
      expect(motor.torque).to be_within(0.01).of(1.5 * 4 * 0.05 * motor.i_q / 2)
    end

    # At 1 kHz a step of 62.5 µs is an arc of 22°; the same in steps 64 times as short.
    it "is the mean of it where a step turns far, and so is its power" do
      build = -> do
        Gallop::Plant::StepperMotor.new(resistance: 0.88, inductance: 6.3e-3, flux: 0.01171, pole_pairs: 50)
      end
      coarse, fine = build.call, build.call
      dt = 62.5e-6
      speed = 125.0
      found =
        Array.new(2000) do |n|
          angle = speed * n * dt
          lead = 50 * angle + 2.1
          held = [60 * Math.cos(lead), 60 * Math.sin(lead)]
          coarse.apply(*held, angle + speed * dt, speed, dt)
          parts =
            Array.new(64) do |k|
              fine.apply(*held, angle + speed * dt * (k + 1) / 64, speed, dt / 64)
              [fine.torque, fine.electrical_power]
            end
          [[coarse.torque, coarse.electrical_power], parts.transpose.map { |each| each.sum / 64 }]
        end
      late = found.last(400)
      means = (0..1).map { |side| (0..1).map { |which| late.sum { |look| look[side][which] } / 400 } }
      expect(means[0][0]).to be_within(0.005 * means[1][0].abs).of(means[1][0])
      expect(means[0][1]).to be_within(0.005 * means[1][1].abs).of(means[1][1])
    end

    it "is the mean of it, of a motor with brushes" do
      motor = Gallop::Plant::BrushedMotor.new(resistance: 0.32, inductance: 0.42e-3, constant: 0.096)
      motor.apply(0.0, 10.0, 0.0, 0.0, 62.5e-6)
      share = 62.5e-6 * 0.32 / 0.42e-3
      mean = Math.sqrt(3) * 10.0 / 0.32 * (1 - (1 - Math.exp(-share)) / share)
      expect(motor.torque).to be_within(1e-9).of(0.096 * mean)
    end

    # The same in steps 64 times as short, turning at 140 rad/s with a field that turns at 300.
    it "is the mean of it, of an induction motor" do
      build = -> do
        Gallop::Plant::InductionMotor.new(
          stator_resistance: 4.8,
          rotor_resistance: 3.9,
          stator_leakage: 0.015,
          rotor_leakage: 0.015,
          magnetising_inductance: 0.35,
          pole_pairs: 2
        )
      end
      coarse, fine = build.call, build.call
      dt = 0.25e-3
      worst =
        (0...400).map do |n|
          voltage = 300 * n * dt
          held = [200 * Math.cos(voltage), 200 * Math.sin(voltage)]
          mean = coarse.apply(*held, 0.0, 140.0, dt)
          (mean - Array.new(64) { fine.apply(*held, 0.0, 140.0, dt / 64) }.sum / 64).abs
        end
      expect(worst.max).to be < 0.06 # of torques up to 20 N·m; the step's end is off by up to 1.9
    end
  end

  describe Gallop::Plant::StepperMotor do
    subject(:motor) do
      described_class.new(resistance: 0.88, inductance: 6.3e-3, flux: 0.012, pole_pairs: 50, detent_torque: 0.05)
    end

    # T = p ψ i_q = 50 · 0.012 · 4 with 3.52 V across 0.88 Ω in q; two phases: R i² of copper loss
    it "makes the torque of two phases" do
      4000.times { motor.apply(0.0, 3.52, 0.0, 0.0, 62.5e-6) }
      expect([motor.torque, motor.copper_loss]).to match([be_within(1e-4).of(2.4), be_within(1e-3).of(14.08)])
    end

    # Four times in an electrical turn, pulling back to the next of its places: at 1/16 of an electrical turn it is
    # the whole detent torque.
    it "is held by its teeth without a current" do
      place = 2 * Math::PI / 50 / 16
      torques =
        [0.0, place, 2 * place, 3 * place, 4 * place].map do |angle|
          motor.open_circuit(angle, 0.0, 1e-3)
          motor.torque
        end
      expect(torques).to match(
        [
          be_within(1e-12).of(0),
          be_within(1e-12).of(-0.05),
          be_within(1e-12).of(0),
          be_within(1e-12).of(0.05),
          be_within(1e-12).of(0)
        ]
      )
    end
  end

  describe Gallop::Plant::InductionMotor do
    let(:figures) do
      {
        stator_resistance: 4.8,
        rotor_resistance: 4.2,
        stator_leakage: 0.0135,
        rotor_leakage: 0.0135,
        magnetising_inductance: 0.36,
        pole_pairs: 2
      }
    end

    # The T equivalent circuit per phase, solved with complex numbers: an independent computation of the steady state.
    def circuit(voltage, frequency, slip)
      omega = 2 * Math::PI * frequency
      rotor = Complex(4.2 / slip, omega * 0.0135)
      magnetising = Complex(0, omega * 0.36)
      parallel = rotor * magnetising / (rotor + magnetising)
      stator = voltage / (Complex(4.8, omega * 0.0135) + parallel)
      rotor_current = stator * parallel / rotor
      { current: stator.abs, torque: 3 * rotor_current.abs2 * 4.2 / slip / (omega / 2) }
    end

    def steady(voltage, frequency, slip, seconds: 1.5)
      motor = described_class.new(**figures)
      speed = 2 * Math::PI * frequency / 2 * (1 - slip)
      peak = voltage * Math.sqrt(2)
      dt = 50e-6 # the staircase of a coarser step would show as ripple
      (seconds / dt).round.times do |n|
        motor.apply(
          peak * Math.cos(2 * Math::PI * frequency * (n + 0.5) * dt),
          peak * Math.sin(2 * Math::PI * frequency * (n + 0.5) * dt),
          0.0,
          speed,
          dt
        )
      end
      motor
    end

    [[230.94, 50, 0.05], [230.94, 50, 0.02], [115.47, 25, 0.1], [230.94, 50, -0.05]].each do |voltage, frequency, slip|
      it "agrees with the equivalent circuit at #{frequency} Hz and #{(slip * 100).round} % slip" do
        motor = steady(voltage, frequency, slip)
        expected = circuit(voltage, frequency, slip)
        expect(Math.hypot(motor.i_alpha, motor.i_beta) / Math.sqrt(2)).to be_within(0.01 * expected[:current]).of(
          expected[:current]
        )
        expect(motor.torque).to be_within(0.015 * expected[:torque].abs).of(expected[:torque])
      end
    end

    # I_0 = 230.94 V / |4.8 + j·314.16·0.3735| = 1.967 A
    it "takes its magnetising current at synchronous speed" do
      motor = steady(230.94, 50, 1e-9)
      expect(Math.hypot(motor.i_alpha, motor.i_beta) / Math.sqrt(2)).to be_within(0.01).of(1.967)
      expect(motor.torque).to be_within(0.05).of(0)
    end

    # Rotor time constant L_r/R_r = 0.3735/4.2 = 88.9 ms
    it "lets its flux die away with the rotor time constant once it is switched off" do
      motor = steady(230.94, 50, 0.05)
      before = motor.rotor_flux
      89.times { motor.open_circuit(0.0, 150.0, 1e-3) }
      expect(motor.rotor_flux / before).to be_within(0.005).of(Math.exp(-0.089 / (0.3735 / 4.2)))
    end
  end
end
