# frozen_string_literal: true

require_relative "paddock_helper"

# What a counter behind the drive sees, against the shaft of the plant.
RSpec.describe Gallop::Paddock::Firmware::EncoderOutput do
  def box = @stand_in.axis.box

  def turn_by_hand(turns)
    @stand_in.axis.hand_turn(turns)
    pass_until(30) { !@stand_in.axis.turning_by_hand? }
    pass(0.01)
  end

  # A linear motor has its lines in a pole pair pitch, which is a turn for the plant.
  %w[Carriage Squeegee Doser].each do |name|
    it "puts out four edges a line of #{name}, both ways" do
      commissioned(name)
      lines = read("encoder_output.lines")
      before = box.counted
      turn_by_hand(1.25)
      expect(box.counted - before).to be_within(1 + 0.001 * 4 * lines).of(1.25 * 4 * lines)
      turn_by_hand(-1.25)
      expect(box.counted).to be_within(1).of(before)
    end
  end

  it "gives the index at its place, once a turn, from either side" do
    commissioned("Carriage")
    write("encoder_output.index_position", 90.0)
    pass(0.01)
    places =
      [1.0, 1.0, -1.0].map do |turns|
        turn_by_hand(turns)
        box.counted_at_index
      end
    expect(places.map { |place| place % 4096 }).to all(eq(1024))
    expect(places[1] - places[0]).to eq(4096)
    expect(places[2]).to eq(places[1])
  end

  it "has no signal without lines, and none without power" do
    commissioned("Carriage")
    firmware.effective["encoder_output.lines"] = 0
    firmware.send(:take_settings)
    pass(0.01)
    expect([box.counted, box.counted_at_index]).to eq([nil, nil])
    @stand_in.mains = false
    pass(5)
    expect(box.counted).to be_nil
  end
end
