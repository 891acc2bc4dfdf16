# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Control do
  describe Gallop::Control::ArmatureLoop do
    subject(:armature) do
      described_class.new.tap do |control|
        control.tune(resistance: 0.32, inductance: 0.42e-3, bandwidth: 2 * Math::PI * 400, dt: 62.5e-6)
      end
    end

    # A loop of 400 Hz: 63 % of a step after 1/(2π·400) s = 0.40 ms, and no steady error.
    it "follows a step with its bandwidth" do
      motor = Gallop::Plant::BrushedMotor.new(resistance: 0.32, inductance: 0.42e-3, constant: 0.096)
      series =
        Array.new(200) do
          motor.apply(0.0, armature.step(5.0, motor.current, 45.0) / Math.sqrt(3), 0.0, 0.0, 62.5e-6)
          motor.current
        end
      expect(series.index { |current| current > 5 * 0.632 } * 62.5e-6).to be_within(0.1e-3).of(0.40e-3)
      expect([series.last, series.max]).to match([be_within(0.01).of(5.0), be < 5.6])
    end

    it "stays within the voltage that the bus gives and does not wind up" do
      500.times { armature.step(50.0, 0.0, 10.0) }
      expect([armature.voltage, armature.saturated]).to eq([10.0, true])
      armature.step(0.0, 0.0, 10.0)
      expect(armature.voltage.abs).to be < 10.0
      expect(armature.saturated).to be(false)
    end

    it "begins with the back-EMF of a motor that turns" do
      armature.reset(12.0)
      expect(armature.step(0.0, 0.0, 45.0)).to eq(12.0)
    end
  end

  describe Gallop::Control::Smoothing do
    # A ramp of 10/s to 5 within 0.1 s: 0.6 s in all, 100/s³ at most, the end exact.
    it "rounds a ramp within its window and meets the end" do
      smoothing = described_class.new(window: 0.1, dt: 1e-3)
      series = Array.new(700) { |n| smoothing.step([(n + 1) * 0.01, 5.0].min) }
      rates = series.each_cons(2).map { |a, b| (b - a) / 1e-3 }
      expect(rates.max).to be_within(1e-6).of(10)
      expect(rates.each_cons(2).map { |a, b| (b - a) / 1e-3 }.minmax).to match(
        [be_within(1e-3).of(-100), be_within(1e-3).of(100)]
      )
      expect([series[597], series.last]).to match([be < 5.0, be_within(1e-12).of(5.0)])
    end

    it "begins anew where it is told" do
      smoothing = described_class.new(window: 0.1, dt: 1e-3)
      smoothing.reset(3.0)
      expect(Array.new(1000) { smoothing.step(3.0) }).to all(be_within(1e-12).of(3.0))
    end
  end

  describe Gallop::Control::CurrentLoop do
    # A loop of 500 Hz on R = 1.6 Ω, L = 4 mH: 63 % of a step after 1/(2π·500) s = 0.32 ms, and no steady error.
    it "follows a step with its bandwidth" do
      dt = 62.5e-6
      motor =
        Gallop::Plant::SynchronousMotor.new(
          resistance: 1.6,
          inductance_d: 4e-3,
          inductance_q: 4e-3,
          flux: 0.046,
          pole_pairs: 5
        )
      current_loop = described_class.new
      current_loop.tune(resistance: 1.6, inductance: 4e-3, flux: 0.046, bandwidth: 2 * Math::PI * 500, dt: dt)
      series =
        Array.new(200) do
          current_loop.step(0.0, 2.0, motor.i_alpha, motor.i_beta, 0.0, 0.0, 187.0)
          motor.apply(current_loop.v_alpha, current_loop.v_beta, 0.0, 0.0, dt)
          motor.i_q
        end
      expect(series.index { |current| current > 2 * 0.632 } * dt).to be_within(0.15e-3).of(0.32e-3)
      expect(series.last).to be_within(0.01).of(2.0)
      expect(series.max).to be < 2.2
    end

    it "stays within the voltage that the bus gives and does not wind up" do
      current_loop = described_class.new
      current_loop.tune(resistance: 1.6, inductance: 4e-3, flux: 0.046, bandwidth: 3000, dt: 62.5e-6)
      500.times { current_loop.step(0.0, 50.0, 0.0, 0.0, 0.0, 0.0, 20.0) }
      expect(Math.hypot(current_loop.v_alpha, current_loop.v_beta)).to be_within(1e-9).of(20.0)
      current_loop.step(0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 20.0)
      expect(current_loop.v_beta).to be_within(0.5).of(0.0)
    end
  end

  describe Gallop::Control::SpeedLoop do
    it "gives gain times error at once, adds it once more in the integral time, and keeps its limit" do
      speed_loop = described_class.new
      speed_loop.tune(gain: 0.1, integral_time: 0.05, dt: 1e-3)
      expect(speed_loop.step(2.0, 1.0, 0.0, 10.0)).to be_within(1e-9).of(0.1)
      50.times { speed_loop.step(2.0, 1.0, 0.0, 10.0) }
      expect(speed_loop.torque).to be_within(1e-9).of(0.2)
      1000.times { speed_loop.step(2.0, 1.0, 0.0, 0.15) }
      expect([speed_loop.torque, speed_loop.limited]).to eq([0.15, true])
    end
  end

  describe Gallop::Control::SpeedRamp do
    it "goes up and down at its two rates and changes rate at zero" do
      ramp = described_class.new
      100.times { ramp.step(100.0, 500.0, 1000.0, 1e-3) }
      expect(ramp.speed).to be_within(1e-9).of(50.0)
      150.times { ramp.step(-100.0, 500.0, 1000.0, 1e-3) }
      expect(ramp.speed).to be_within(1e-6).of(-50.0) # 50 ms down at 1000/s, 100 ms up at 500/s
    end
  end

  describe Gallop::Control::PositionProfile do
    # 10 rad at 20 rad/s with 100 rad/s²: 0.2 s up over 2 rad, 0.2 s down, 6 rad at 20 rad/s: 0.7 s in all
    it "moves in the time of the trapezoid and ends exactly at rest" do
      path = described_class.new
      steps = 0
      until path.arrived?(10.0) || steps > 10_000
        path.step(10.0, 20.0, 100.0, 100.0, 250e-6)
        steps += 1
      end
      expect(steps * 250e-6).to be_within(0.005).of(0.7)
      expect([path.position, path.speed]).to eq([10.0, 0.0])
    end

    it "ends exactly for any target, also short ones and backwards, without passing it" do
      random = Random.new(5)
      200.times do
        target = random.rand(-20.0..20.0)
        path = described_class.new
        farthest = 0.0
        20_000.times do
          path.step(target, 30.0, 200.0, 400.0, 250e-6)
          farthest = [farthest, path.position * (target <=> 0)].max
          break if path.arrived?(target)
        end
        expect(path).to be_arrived(target)
        expect(farthest).to be <= target.abs + 1e-4
      end
    end
  end
end
