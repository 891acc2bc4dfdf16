# frozen_string_literal: true

require_relative "paddock_helper"

# Halls alone: the field steps from edge to edge, or goes on between them.
RSpec.describe "A Fjord by blocks and by a sine" do
  # Rms of the torque about its mean, of the mean, under a load, at a speed. @return [Float]
  def ripple(commutation, rpm, polarity: 0, load: 0.8)
    commissioned("Roll tug")
    write("current_loop.commutation", commutation)
    write("limits.polarity", polarity)
    enable
    write("speed.target", rpm)
    pass(1.5)
    @stand_in.axis.mechanics.load_torque = load
    pass(3.0)
    torques =
      Array.new(4000) do
        @stand_in.advance(0.00025)
        @stand_in.axis.motor.torque
      end
    expect(fault).to eq(0)
    expect(self.rpm.abs).to be_within(0.1 * rpm).of(rpm)
    mean = torques.sum / torques.size
    Math.sqrt(torques.sum { |torque| (torque - mean)**2 } / torques.size) / mean.abs
  end

  # In blocks the torque goes with the cosine of up to 30°: rms about the mean of cos x, −30° to 30°, is 4.1 % of it.
  it "ripples by a few percent in blocks, and by less as a sine, either way round" do
    by_blocks = ripple(0, 600)
    expect(by_blocks).to be > 0.03
    expect(ripple(1, 600)).to be < 0.6 * by_blocks
    expect(ripple(1, 600, polarity: 192)).to be < 0.6 * by_blocks
  end

  it "starts and creeps with either" do
    [0, 1].each { |commutation| expect(ripple(commutation, 90, load: 0.1)).to be < 0.4 }
  end
end
