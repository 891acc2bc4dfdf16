# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Terminals::Process do
  def controller(**changes)
    described_class.new(
      described_class::Setting.new(
        reference: 50.0,
        gain: 1.2,
        integral_time: 2.0,
        derivative_time: 0.0,
        way: 1.0,
        sleep_speed: 0.0,
        sleep_time: 1.0,
        wakes_at: 5.0,
        full_speed: 1500.0,
        **changes
      )
    )
  end

  # A measurement that follows the share of the full speed with 3 s and a gain of 0.8. @return [Array<Float>] by 1 s
  def closed(controller, seconds, dt: 0.01, actual: 0.0, gain: 0.8)
    (0...seconds).map do
      (1 / dt).round.times do
        share = controller.step(actual, true, dt) / 15
        actual += dt / 3.0 * (gain * share - actual)
      end
      actual
    end
  end

  # By Runge and Kutta, worked out apart: loop of 1.2 (1 + 1/2s) and 0.8/(3s + 1), step of 50; never at a bound.
  it "brings a process to its reference as the closed loop says" do
    figures = [14.652, 26.374, 35.211, 41.524, 45.791, 48.5, 50.083, 50.897]
    expect(closed(controller, 8)).to match(figures.map { |figure| be_within(0.25).of(figure) })
  end

  it "goes the other way where more speed lowers the value" do
    one = controller(way: -1.0, gain: 2.0, integral_time: 0.0)
    expect([one.step(60.0, true, 0.01), one.step(40.0, true, 0.01)]).to eq([300.0, 0.0])
  end

  it "takes the derivative of the measurement alone, behind its filter" do
    one = controller(gain: 1.0, integral_time: 0.0, derivative_time: 0.8)
    100.times { one.step(20.0, true, 0.01) }
    # e^(−0.01·8/0.8) of the filter: a step of 1 % has moved it by 0.0952 in 10 ms, 9.52 %/s, times 0.8 s
    expect(one.step(21.0, true, 0.01)).to be_within(0.01).of(15 * (29 - 0.8 * 9.51626))
  end

  it "gathers no more than the bounds let through" do
    one = controller(reference: 100.0)
    2000.times { one.step(0.0, true, 0.01) }
    expect(one.speed).to eq(1500.0)
    expect(one.integral).to be <= 100.0
    # K (e + ∫/T_i) comes back below 100 % as soon as the proportional part does
    one.step(105.0, true, 0.01)
    expect(one.speed).to be < 1450
  end

  it "begins anew with each start" do
    one = controller
    200.times { one.step(0.0, true, 0.01) }
    one.step(0.0, false, 0.01)
    expect([one.speed, one.integral]).to eq([0.0, 0.0])
  end

  it "falls asleep below its speed, and wakes at a deviation" do
    one = controller(sleep_speed: 300.0)
    90.times { one.step(50.0, true, 0.01) }
    expect(one.asleep?).to be(false)
    20.times { one.step(50.0, true, 0.01) }
    expect([one.asleep?, one.step(45.2, true, 0.01)]).to eq([true, 0.0])
    one.step(44.9, true, 0.01)
    expect(one.asleep?).to be(false)
    expect(one.speed).to be_within(1).of(15 * 1.2 * 5.1)
  end
end
