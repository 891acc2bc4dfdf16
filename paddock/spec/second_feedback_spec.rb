# frozen_string_literal: true

require_relative "paddock_helper"

# The carriage with play and a belt between motor and load, and an encoder of its own at the load.
RSpec.describe "A second encoder at the load" do
  def carriage(role, counts: 8000, ratio: 2.0)
    commissioned("Carriage") do |drive|
      drive["mechanics"]["play"] = 0.1
      drive["mechanics"]["load_torque"] = 0.05
      drive["second_feedback"] = { "counts_per_turn" => counts, "ratio" => ratio, "direction" => -1 }
    end
    {
      "control.mode" => 1,
      "second_feedback.role" => role,
      "second_feedback.counts_per_turn" => counts,
      "second_feedback.direction" => 1,
      "second_feedback.ratio_motor" => 2,
      "second_feedback.ratio_encoder" => 1,
      "position.following_error_window" => 100_000
    }.each { |key, figure| write(key, figure) }
    start_anew
  end

  # @return [Float] rad of the load after each of two moves, from opposite sides to the same place
  def both_ways
    enable
    turn = read("feedback.counts_per_turn")
    [turn, 2 * turn, turn].map do |target|
      write("position.target", target)
      write("control.word", 0x0F)
      pass(0.01)
      write("control.word", 0x1F)
      pass(3.0)
      @stand_in.axis.mechanics.load_angle
    end
  end

  it "closes the position loop behind the play" do
    carriage(1)
    first, _, second = both_ways
    expect(fault).to eq(0)
    expect((first - second).abs).to be < 0.02
    expect(first).to be_within(0.02).of(2 * Math::PI)
    expect(read("position.actual")).to be_within(60).of(read("feedback.counts_per_turn"))
    expect(read("second_feedback.position")).to be_within(30).of(-4000)
  end

  it "leaves the load within the play without it" do
    carriage(0)
    first, _, second = both_ways
    expect((first - second).abs).to be_between(0.05, 0.12)
  end

  describe "with play that is made up for" do
    def counts = (0.1 / (2 * Math::PI) * 131_072).round

    it "brings the load to the same place from either side, and tells places of the load" do
      carriage(0)
      write("mechanics.backlash", counts)
      # so slow that friction holds the load at the flank that drives it
      %w[acceleration deceleration].each { |ramp| write("ramps.#{ramp}", 400) }
      write("ramps.profile_speed", 100)
      first, far, second = both_ways
      expect(fault).to eq(0)
      expect((first - second).abs).to be < 0.02
      expect(far - first).to be_within(0.02).of(2 * Math::PI)
      expect(read("position.actual")).to be_within(60).of(131_072)
      motor = @stand_in.axis.mechanics.angle
      write("mechanics.backlash", 0)
      pass(0.01)
      expect(@stand_in.axis.mechanics.angle).to be_within(0.01).of(motor) # a path that stands asks for nothing anew
    end

    it "leaves it to a device that sees the load" do
      carriage(1)
      write("mechanics.backlash", counts)
      first, _, second = both_ways
      expect((first - second).abs).to be < 0.02
      expect(first).to be_within(0.02).of(2 * Math::PI)
    end
  end

  it "is missed where it is set and not there" do
    carriage(1)
    @stand_in.axis.second_encoder.powered = false
    pass(0.01)
    expect(fault).to eq(0x7306)
  end
end
