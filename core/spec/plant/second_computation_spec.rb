# frozen_string_literal: true

require_relative "../core_helper"

# The plants against other ways to the same figures: closed forms, equivalent circuits, the same equations by very small
# Runge-Kutta steps, and the balance of their energy.
RSpec.describe Gallop::Plant do
  # Classic Runge-Kutta over complex or real states.
  def runge_kutta(state, dt, &slope)
    shifted = ->(rates, share) { state.zip(rates).map { |value, rate| value + share * rate } }
    first = slope.call(state)
    second = slope.call(shifted.call(first, dt / 2))
    third = slope.call(shifted.call(second, dt / 2))
    fourth = slope.call(shifted.call(third, dt))
    state.each_index.map { |n| state[n] + dt / 6 * (first[n] + 2 * second[n] + 2 * third[n] + fourth[n]) }
  end

  describe Gallop::Plant::TwoMass do
    # A free swing decays as e^(−ζω₀t), with ω₀² = k (1/J_m + 1/J_l) and ζ = d/2 √((1/J_m + 1/J_l)/k).
    [
      ["a belt", { inertia: 0.5e-4, load_inertia: 2.5e-4, stiffness: 140.0, damping: 0.02 }],
      ["a belt with hardly any damping", { inertia: 0.5e-4, load_inertia: 2.5e-4, stiffness: 140.0, damping: 0.002 }],
      ["a stiff coupling", { inertia: 0.2e-4, load_inertia: 1e-4, stiffness: 600.0, damping: 0.01 }],
      ["one that is damped too much to swing", { inertia: 0.2e-4, load_inertia: 1e-4, stiffness: 20.0, damping: 0.1 }]
    ].each do |what, figures|
      [62.5e-6, 250e-6, 1e-3].each do |dt|
        it "swings as the closed form, with #{what} and steps of #{(dt * 1e6).round} µs" do
          masses = described_class.new(**figures)
          masses.place(0.0, 20.0)
          masses.turn(0.4, dt)
          both = 1 / figures[:inertia] + 1 / figures[:load_inertia]
          rate = figures[:damping] * both / 2
          root = Complex(rate**2 - figures[:stiffness] * both)**0.5
          held = 0.4 / figures[:inertia] / (figures[:stiffness] * both)
          relative = ->(time) do
            grow, fall = [root - rate, -root - rate].map { |pole| Math::E**(pole * time) * pole }
            (held * figures[:stiffness] * both * (grow / (root - rate) - fall / (-root - rate)) / (2 * root)).real
          end
          expect(masses.speed - masses.load_speed).to be_within(1e-6 * 20).of(relative.call(dt))
          300.times { masses.turn(0.4, dt) }
          expect(masses.speed - masses.load_speed).to be_within(2e-4).of(relative.call(301 * dt))
          whole = figures[:inertia] + figures[:load_inertia]
          momentum = figures[:inertia] * masses.speed + figures[:load_inertia] * masses.load_speed
          expect(momentum).to be_within(1e-9).of(whole * 20 + 0.4 * 301 * dt)
        end
      end
    end

    it "loses what its damping and friction take, and nothing else, at any step" do
      random = Chance.named("two masses")
      [62.5e-6, 1e-3].each do |dt|
        masses = described_class.new(inertia: 0.2e-4, load_inertia: 1e-4, stiffness: 600.0)
        work = 0.0
        2000.times do
          torque = random.rand(-0.3..0.3)
          before = masses.angle
          masses.turn(torque, dt)
          work += torque * (masses.angle - before)
        end
        stored = 0.5 * (0.2e-4 * masses.speed**2 + 1e-4 * masses.load_speed**2 + 600 * masses.twist**2)
        expect(stored).to be_within(1e-6 + 1e-9 * work.abs).of(work)
      end
    end
  end

  describe Gallop::Plant::SynchronousMotor do
    let(:figures) { { resistance: 1.3, inductance_d: 4.2e-3, inductance_q: 5.7e-3, flux: 0.0518, pole_pairs: 5 } }

    # di/dt in the rotor's frame, the voltage turning backward there while it is held outside.
    def exactly(i_d, i_q, v_alpha, v_beta, angle, omega, dt)
      l_d, l_q, r, flux = figures.values_at(:inductance_d, :inductance_q, :resistance, :flux)
      steps = 64
      place = angle
      steps.times do
        i_d, i_q, place =
          runge_kutta([i_d, i_q, place], dt / steps) do |d, q, at|
            v_d = Math.cos(at) * v_alpha + Math.sin(at) * v_beta
            v_q = Math.cos(at) * v_beta - Math.sin(at) * v_alpha
            [(v_d - r * d + omega * l_q * q) / l_d, (v_q - r * q - omega * (l_d * d + flux)) / l_q, omega]
          end
      end
      [i_d, i_q]
    end

    # Field-oriented voltage that is held over each step, at standstill and up to 557 Hz.
    [0.0, 40.0, 314.16, 700.0].each do |speed|
      it "has the currents of the exact solution at #{speed} rad/s, in the frame of their moment" do
        motor = described_class.new(**figures)
        dt = 62.5e-6
        angle = 0.3
        i_d = i_q = 0.0
        400.times do
          lead = (angle + 0.5 * speed * dt) * 5
          omega = speed * 5
          v_d = -omega * 5.7e-3 * 4 + 1.0
          v_q = 1.3 * 4 + omega * 0.0518
          v_alpha = Math.cos(lead) * v_d - Math.sin(lead) * v_q
          v_beta = Math.sin(lead) * v_d + Math.cos(lead) * v_q
          i_d, i_q = exactly(i_d, i_q, v_alpha, v_beta, angle * 5, omega, dt)
          angle += speed * dt
          motor.apply(v_alpha, v_beta, angle, speed, dt)
        end
        size = Math.hypot(i_d, i_q)
        expect([motor.i_d, motor.i_q]).to match([be_within(0.004 * size).of(i_d), be_within(0.004 * size).of(i_q)])
        expect(motor.i_alpha).to be_within(1e-9).of(Math.cos(angle * 5) * motor.i_d - Math.sin(angle * 5) * motor.i_q)
        torque = 7.5 * (0.0518 + (4.2e-3 - 5.7e-3) * i_d) * i_q
        expect(motor.torque).to be_within(0.005 * torque.abs + 1e-4).of(torque)
      end
    end

    # L/R = 30 µs, half a step: 1 − e^(−62.5/30) of the final current.
    it "follows a winding that is quicker than a step" do
      motor = described_class.new(resistance: 10.0, inductance_d: 3e-4, inductance_q: 3e-4, flux: 0.05, pole_pairs: 2)
      motor.apply(20.0, 0.0, 0.0, 0.0, 62.5e-6)
      expect(motor.i_alpha).to be_within(1e-6).of(2 * (1 - Math.exp(-62.5 / 30)))
    end

    it "has one phase left where a wire is off: its own circuit, and no current in the loose one" do
      motor = described_class.new(resistance: 1.3, inductance_d: 5e-3, inductance_q: 5e-3, flux: 0.05, pole_pairs: 5)
      motor.open_u = true
      4000.times { motor.apply(3.0, 6.5, 0.4, 0.0, 62.5e-6) }
      expect([motor.i_alpha, motor.i_beta]).to match([0.0, be_within(1e-6).of(5.0)])
      expect(motor.torque).to be_within(1e-6).of(7.5 * 0.05 * Math.cos(2.0) * 5)
      expect(motor.electrical_power).to be_within(1e-6).of(1.5 * 6.5 * 5)
    end
  end

  # |i_u| + |i_v| + |i_w| of a turning current are 6/π of its peak in the mean.
  it "counts the currents of three legs" do
    sums =
      Array.new(3600) { |n| described_class.legs_current(Math.cos(n * Math::PI / 1800), Math.sin(n * Math::PI / 1800)) }
    expect(sums.sum / sums.size).to be_within(1e-4).of(6 / Math::PI)
    expect(described_class.legs_current(2.0, 0.0)).to be_within(1e-12).of(4.0)
  end

  # What goes in is stored, lost, or comes out at the shaft.
  describe "the energy of a motor" do
    def balance(motor, seconds, dt, loss: ->(part) { part.copper_loss })
      random = Chance.named("balance")
      mass = Gallop::Plant::OneMass.new(inertia: 2e-3)
      taken = given = lost = 0.0
      v_alpha = v_beta = 0.0
      turned = 0.0
      (seconds / dt).round.times do |step|
        turned += dt * 2 * Math::PI * 25 * Math.sin(step * dt * 3)
        if (step % 40).zero?
          size = random.rand(20.0..60.0)
          v_alpha = size * Math.cos(turned)
          v_beta = size * Math.sin(turned)
        end
        speed = mass.speed
        motor.apply(v_alpha, v_beta, mass.angle + speed * dt, speed, dt)
        before = mass.angle
        mass.turn(motor.torque, dt)
        taken += motor.electrical_power * dt
        lost += loss.call(motor) * dt
        given += motor.torque * (mass.angle - before)
      end
      [taken, lost + given, [taken.abs, lost, given.abs].max, mass]
    end

    it "balances in a synchronous motor" do
      motor =
        Gallop::Plant::SynchronousMotor.new(
          resistance: 1.3,
          inductance_d: 4.2e-3,
          inductance_q: 5.7e-3,
          flux: 0.0518,
          pole_pairs: 3
        )
      taken, gone, size, = balance(motor, 2.0, 62.5e-6)
      stored = 0.75 * (4.2e-3 * motor.i_d**2 + 5.7e-3 * motor.i_q**2)
      expect(taken - gone - stored).to be_within(0.005 * size).of(0)
    end

    it "balances in an induction motor" do
      motor =
        Gallop::Plant::InductionMotor.new(
          stator_resistance: 4.8,
          rotor_resistance: 4.2,
          stator_leakage: 0.0135,
          rotor_leakage: 0.0135,
          magnetising_inductance: 0.36,
          pole_pairs: 2
        )
      taken, gone, size, = balance(motor, 2.0, 250e-6)
      rotor = %i[@ir_alpha @ir_beta].map { |name| motor.instance_variable_get(name) }
      own = [[motor.i_alpha, motor.i_beta], rotor].sum { |alpha, beta| 0.0135 * (alpha**2 + beta**2) }
      stored = 0.75 * (own + 0.36 * ((motor.i_alpha + rotor[0])**2 + (motor.i_beta + rotor[1])**2))
      expect(taken - gone - stored).to be_within(0.005 * size).of(0)
    end

    it "balances in a motor with brushes" do
      motor = Gallop::Plant::BrushedMotor.new(resistance: 0.32, inductance: 0.42e-3, constant: 0.096)
      taken, gone, size, = balance(motor, 2.0, 62.5e-6)
      expect(taken - gone).to be_within(0.005 * size).of(0)
    end
  end

  describe Gallop::Plant::InductionMotor do
    # 3 Re(V I*) of the T circuit, motor and generator, with the staircase of a stage of 4 kHz
    [[50, 0.05], [50, -0.04], [25, 0.08], [87, 0.02]].each do |frequency, slip|
      it "takes the power of its equivalent circuit at #{frequency} Hz and #{(slip * 100).round} % slip" do
        omega = 2 * Math::PI * frequency
        voltage = 230.94 * [frequency / 50.0, 1].min
        rotor = Complex(4.2 / slip, omega * 0.0135)
        field = Complex(0, omega * 0.36)
        current = voltage / (Complex(4.8, omega * 0.0135) + rotor * field / (rotor + field))
        motor =
          described_class.new(
            stator_resistance: 4.8,
            rotor_resistance: 4.2,
            stator_leakage: 0.0135,
            rotor_leakage: 0.0135,
            magnetising_inductance: 0.36,
            pole_pairs: 2
          )
        dt = 250e-6
        power = 0.0
        steps = (2.0 / dt).round
        last = (0.2 / dt).round
        steps.times do |n|
          at = omega * (n + 0.5) * dt
          motor.apply(
            voltage * Math.sqrt(2) * Math.cos(at),
            voltage * Math.sqrt(2) * Math.sin(at),
            0.0,
            omega / 2 * (1 - slip),
            dt
          )
          power += motor.electrical_power if n >= steps - last
        end
        expected = 3 * voltage * current.real
        expect(power / last).to be_within(0.01 * expected.abs).of(expected)
      end
    end
  end
end
