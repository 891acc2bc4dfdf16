# frozen_string_literal: true

require_relative "paddock_helper"

# Ramps of the carriage of 3000 rpm/s with a jerk of 15 000 rpm/s²: 0.2 s to build up, 0.2 s to let go.
RSpec.describe "Jerk-limited ramps" do
  def carriage(mode, shape: 3)
    commissioned("Carriage") { |drive| drive["firmware"] = "1.1.0" }
    {
      "control.mode" => mode,
      "ramps.shape" => shape,
      "ramps.jerk" => 15_000,
      "ramps.acceleration" => 3000,
      "ramps.deceleration" => 3000,
      "ramps.profile_speed" => 1500,
      "position.following_error_window" => 100_000
    }.each { |key, figure| write(key, figure) }
    enable
  end

  # @return [Array<Float>] rpm that are demanded, every 4 ms
  def demanded(seconds) = Array.new((seconds / 0.004).round) { pass(0.004) && read("speed.demand") }

  # Over 20 ms, as the figures are told in tenths.
  def rates(speeds) = speeds.each_cons(6).map { |some| (some.last - some.first) / 0.02 }
  def highest_jerk(speeds) = rates(rates(speeds)).map(&:abs).max

  it "bend into a speed and out of it, and meet it a window later" do
    carriage(3)
    write("speed.target", 1500)
    speeds = demanded(1.0)
    expect(rates(speeds).max).to be_within(60).of(3000)
    expect(highest_jerk(speeds)).to be_within(800).of(15_000)
    met = speeds.index { |speed| speed > 1499.9 } * 0.004
    expect(met).to be_within(0.01).of(1500 / 3000.0 + 0.2)
    expect(speeds.last).to be_within(0.05).of(1500)
  end

  it "do not make a stop longer" do
    carriage(3)
    write("speed.target", 1500)
    pass(1.0)
    write("control.word", 2)
    speeds = demanded(0.5)
    quick = firmware.of_shaft("ramps.quick_stop", :acceleration) * 30 / Math::PI
    expect(speeds.index(0.0) * 0.004).to be_within(0.02).of(1500 / quick)
  end

  it "bring a position exactly to its place" do
    carriage(1)
    turn = read("feedback.counts_per_turn")
    write("position.target", 8 * turn)
    write("control.word", 0x1F)
    places = Array.new(500) { pass(0.004) && read("position.demand") * 60.0 / turn }
    expect(highest_jerk(rates(places))).to be_within(2000).of(15_000)
    expect(read("position.demand")).to eq(8 * turn)
    expect(read("position.actual")).to be_within(turn / 500).of(8 * turn)
    expect(fault).to eq(0)
  end

  it "are sharp where they are linear" do
    carriage(3, shape: 0)
    write("speed.target", 1500)
    speeds = demanded(1.0)
    expect(speeds.index { |speed| speed > 1499.9 } * 0.004).to be_within(0.01).of(0.5)
  end

  # Another gait, or any value that is written meanwhile.
  it "go on without a jump when settings come under way" do
    carriage(1)
    turn = read("feedback.counts_per_turn")
    write("position.target", 12 * turn)
    write("control.word", 0x1F)
    pass(0.6)
    before = firmware.signal("path.speed")
    write("envelope.torque", 90)
    pass(0.01)
    expect(firmware.signal("path.speed")).to be_within(0.1 * before).of(before)
  end
end
