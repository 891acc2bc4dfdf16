# frozen_string_literal: true

require_relative "paddock_helper"

# A linear motor on its slope, in millimetres and newtons.
RSpec.describe Gallop::Paddock::Firmware::Linear do
  before { commissioned("Squeegee") }

  def axis = @stand_in.axis
  def speed = axis.shaft.told(:fine_speed, axis.mechanics.speed).first
  def place = axis.shaft.told(:angle, axis.mechanics.angle).first

  def moving(at)
    enable
    write("speed.target", at)
    pass(1.5)
    expect(fault).to eq(0)
  end

  it "moves uphill and down at the speed that is asked for" do
    [120, -120].each do |wanted|
      moving(wanted)
      expect(speed).to be_within(1).of(wanted)
      expect(read("speed.actual")).to be_within(1.5).of(wanted)
    end
  end

  # Up: 18.14 N of slope, 16 N of friction, 6 N·s/m · 0.12 m/s = 34.86 N; 23.6 N/A in truth
  it "takes the current that slope and friction ask for" do
    moving(120)
    current =
      Array
        .new(200) do
          pass(0.001)
          read("motor.torque_current")
        end
        .sum / 200
    expect(current).to be_within(0.03).of(34.86 / 23.6)
    expect(read("motor.torque")).to be_within(2.5).of(34.86 / 23.6 * 24 / 60 * 100)
  end

  # 2 m/s²: 100 mm/s after 50 ms
  it "keeps its ramp in millimetres a second squared" do
    enable
    write("speed.target", 500)
    pass(0.05)
    expect(read("speed.demand")).to be_within(3).of(100)
  end

  it "counts a pole pair pitch by hand, by 100 nm each" do
    before = read("position.actual")
    axis.hand_turn(1)
    pass(6)
    expect(read("position.actual") - before).to be_within(2).of(320_000)
    expect(place).to be_within(0.001).of(32)
  end

  it "stays where it is on its slope with the power stage off, and goes when the blade is lifted" do
    pass(1)
    expect(speed).to eq(0)
    axis.hand_torque = axis.shaft.reckoned(:torque, -5.0)
    pass(0.5)
    expect(speed).to be < -10
  end

  it "jerks and stands at full current when two motor phases are exchanged" do
    axis.phases_exchanged = true
    enable
    write("speed.target", 500)
    pass(1)
    expect([speed.abs, place.abs, read("motor.current")]).to match([be < 20, be < 32, be > 5])
  end
end
