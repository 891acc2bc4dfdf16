# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Terminals::StopByLoop do
  def stop(gain:, integral_time:, **more)
    described_class.new(
      **{
        speed: 251.327,
        rate: 1047.2,
        limit: 1e6,
        inertia: 0.0031,
        threshold: Math::PI,
        threshold_time: 0.05,
        gain: gain,
        integral_time: integral_time,
        **more
      }
    )
  end

  # By a Runge-Kutta integration of the same equations with steps of 10 µs in Python: time at which the speed has stayed
  # below the threshold for its time, and how far it turned back.
  it "agrees with another integration" do
    {
      [0.02, 0.3, 0.0] => [1.2728, 50.577],
      [0.1, 0.15, 0.0] => [0.6180, 20.473],
      [0.02, 0.3, 0.12] => [1.2597, 42.894]
    }.each do |(gain, time, friction), (ended, back)|
      found = stop(gain: gain, integral_time: time, friction: friction)
      expect(found.back).to be_within(0.02 * back).of(back)
      # without friction it never rests once its stage is off, and coasts
      coasting = friction.positive? ? 0.0031 * 1.475 / friction : 0.0
      expect(found.seconds).to be_within(0.01).of(ended + coasting)
    end
  end

  it "takes the time of its ramp where the loop is quick" do
    found = stop(gain: 1.0, integral_time: 0.0, friction: 0.1)
    expect([found.seconds, found.back]).to match([be_within(0.02).of(0.24), be < 0.1])
  end

  it "takes longer where the torque does not suffice: 251 rad/s by 0.5 N·m of the drive and 0.12 of friction" do
    found = stop(gain: 1.0, integral_time: 0.0, friction: 0.12, limit: 0.5)
    expect(found.seconds).to be_within(0.03).of(0.0031 * 251.3 / 0.62)
  end
end
