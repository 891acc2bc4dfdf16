# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe "A speed limit backward" do
  def turned(speed)
    write("speed.target", speed)
    pass(2.0)
    rpm
  end

  it "holds a servo by speed, on its way and dragged by its torque, and not forward" do
    commissioned("Carriage")
    write("limits.backward_speed", 300)
    enable
    expect([turned(900), turned(-900)]).to match([be_within(5).of(900), be_within(5).of(-300)])
    expect(read("control.status").to_i[11]).to eq(1)
    write("envelope.speed", 50)
    pass(1.0)
    expect(rpm).to be_within(5).of(-150)
  end

  it "holds the torque profile, and a move to a position" do
    commissioned("Carriage")
    write("limits.backward_speed", 200)
    write("control.mode", 4)
    enable
    write("torque.target", -40)
    pass(1.5)
    expect(rpm).to be_within(8).of(-200)
  end

  it "holds a frequency drive, and counts for nothing while it is zero" do
    commissioned("Web feed")
    enable
    expect(turned(-600)).to be_within(30).of(-600)
    write("limits.backward_speed", 300)
    expect(turned(-600)).to be_within(30).of(-300)
  end
end
