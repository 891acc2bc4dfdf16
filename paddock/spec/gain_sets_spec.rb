# frozen_string_literal: true

require_relative "paddock_helper"

# The second set of gains of a servo.
RSpec.describe "Two sets of gains" do
  def carriage(**settings)
    commissioned("Carriage") { |drive| drive["firmware"] = "1.1.0" }
    {
      "speed_loop.gain" => 0.02,
      "speed_loop.integral_time" => 30,
      "speed_loop.second_gain" => 0.08,
      "speed_loop.second_integral_time" => 15,
      **settings.transform_keys(&:to_s)
    }.each { |key, figure| write(key, figure) }
    enable
  end

  def torque = firmware.signal("torque.demand")

  # Without integrals the torque is gain times error: 0.055 N·m of friction would become 0.22 at once.
  it "go over into one another above a speed, and back a fifth below it, without a bump" do
    none = { "speed_loop.integral_time": 0, "speed_loop.second_integral_time": 0 }
    carriage("gains.switch": 2, "gains.switch_speed": 300, **none)
    write("speed.target", 200)
    pass(1.0)
    expect(read("gains.in_force")).to eq(0)
    write("ramps.acceleration", 200)
    write("speed.target", 330)
    steps = Array.new(900) { pass(0.001) && torque }
    expect(read("gains.in_force")).to eq(1)
    expect(steps.each_cons(2).map { |one, other| (other - one).abs }.max).to be < 0.04
    write("speed.target", 260)
    pass(1.0)
    expect(read("gains.in_force")).to eq(1)
    write("speed.target", 200)
    pass(1.0)
    expect(read("gains.in_force")).to eq(0)
  end

  it "hold a motor that stands with the second, and turn it with the first" do
    carriage("gains.switch": 1)
    pass(0.3)
    expect(read("gains.in_force")).to eq(1)
    write("speed.target", 100)
    pass(0.5)
    expect(read("gains.in_force")).to eq(0)
  end

  it "are one where nothing switches them" do
    carriage
    pass(0.3)
    expect(read("gains.in_force")).to eq(0)
  end
end
