# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe "The way of the torque" do
  it "holds a hanging load at once where its gravity is known" do
    drops =
      [0.0, 0.25].map do |known|
        commissioned("Carriage") do |drive|
          drive["mechanics"]["gravity"] = 0.25
          drive["brake"] = { "torque" => 2.0, "release_time" => 0.03, "engage_time" => 0.02 }
        end
        { "brake.fitted" => 1, "brake.release_time" => 50, "mechanics.gravity" => known }.each do |key, figure|
          write(key, figure)
        end
        enable
        lowest = 0.0
        200.times do
          pass(0.001)
          lowest = [lowest, rpm].min
        end
        lowest
      end
    expect(drops[0]).to be < -20
    expect(drops[1].abs).to be < drops[0].abs / 4
  end

  it "gives friction ahead in the direction that is wanted" do
    lags =
      [0, 100].map do |share|
        commissioned("Carriage")
        write("mechanics.friction", 0.055)
        write("filters.friction_feed_forward", share)
        write("speed_loop.integral_time", 300)
        enable
        write("speed.target", 200)
        pass(0.2)
        200 - rpm
      end
    expect(lags[0]).to be > 2
    expect(lags[1].abs).to be < lags[0].abs / 2
  end

  it "limits each direction by itself" do
    commissioned("Carriage") { |drive| drive["firmware"] = "1.1.0" }
    write("limits.torque_positive", 40)
    @stand_in.axis.mechanics.load_torque = 50.0
    enable
    write("speed.target", 500)
    pass(0.4)
    expect(read("motor.torque")).to be_within(1).of(40)
    write("speed.target", -500)
    pass(0.6)
    expect(read("motor.torque")).to be < -100
  end

  # The belt swings at 246 Hz; a gain that makes it howl is quiet with a notch there.
  it "keeps a resonance quiet with a notch" do
    noise =
      [0, 95].map do |depth|
        commissioned("Carriage") { |drive| drive["firmware"] = "1.1.0" }
        { "frequency" => 246, "width" => 150, "depth" => depth }.each do |key, figure|
          write("filters.notch_1_#{key}", figure)
        end
        write("speed_loop.gain", 0.3)
        enable
        write("speed.target", 300)
        pass(0.6)
        speeds = Array.new(400) { pass(0.001) && rpm }
        mean = speeds.sum / speeds.size
        Math.sqrt(speeds.sum { |speed| (speed - mean)**2 } / speeds.size)
      end
    expect(noise[0]).to be > 50
    expect(noise[1]).to be < 2
  end
end
