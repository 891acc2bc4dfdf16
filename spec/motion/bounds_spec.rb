# frozen_string_literal: true

require "rails_helper"

RSpec.describe Motion::Bounds do
  def bounds(**live) =
    described_class.new(
      Gallop::Objects::Profile.load("haflinger"),
      live.transform_keys { |key| key.to_s.sub("__", ".") },
      nil
    )

  it "has the speed limit for both directions, as long as backward says nothing" do
    expect([1, -1].map { |sign| bounds(limits__motor_speed: 2500).speed(sign) }).to eq([2500, 2500])
  end

  it "has its own limit backward, and never a higher one" do
    lower, higher = [400, 3000].map { |rpm| bounds(limits__motor_speed: 2500, limits__backward_speed: rpm) }
    expect([lower.speed, lower.speed(-1), higher.speed(-1)]).to eq([2500, 400, 2500])
  end

  it "holds a commanded speed, and says by which limit" do
    walk = Gallop::Gait.fetch("trot")
    held = Motion::Speed.new(-900).held(walk, bounds(limits__motor_speed: 2000, limits__backward_speed: 400))
    expect(held).to have_attributes(held: -100.0, limit: 400, reason: /trot allows 25 % of the speed limit of 400 rpm/)
  end
end
