# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/bench_instrument"

# One device with a slow absolute signal and lines: started by the one, carried on by the other.
RSpec.describe "A slow absolute signal and lines as one device" do
  # The word's zero lies 100° from the index: 10 000 counts · 100/360 = 2777.8
  def paired(index_place: -1, bits: 10, angle: 1.234)
    commissioned("Carriage") do |drive|
      drive["feedback"] = {
        "kind" => "absolute_lines",
        "counts_per_turn" => 10_000,
        "word_bits" => bits,
        "word_time" => 0.002,
        "word_offset" => 100.0
      }
      drive["mechanics"]["angle"] = angle
    end
    {
      "feedback.kind" => 9,
      "feedback.counts_per_turn" => 10_000,
      "feedback.single_turn_bits" => bits,
      "feedback.commutation_offset" => -140.0, # five pole pairs: the magnets against the word's zero, −500° of them
      "feedback.index_place" => index_place
    }.each { |key, figure| write(key, figure) }
    start_anew
  end

  def turn(rpm, seconds)
    enable if state == :switch_on_disabled
    write("speed.target", rpm)
    pass(seconds)
  end

  # Counts of the shaft in the word's turn
  def place = ((@stand_in.axis.mechanics.angle / (2 * Math::PI) + 100.0 / 360) * 10_000) % 10_000
  def off = (firmware.count - place + 5000) % 10_000 - 5000

  it "starts by the slow signal, as exactly as that is, and turns at once" do
    paired
    expect(read("feedback.pair_state")).to eq(1)
    expect(off.abs).to be <= 10_000 / 1024.0
    turn(120, 1.5)
    expect([fault, rpm]).to match([0, be_within(3).of(120)])
    expect(read("feedback.pair_state")).to eq(1) # nobody has said where the index is
    expect(read("feedback.pair_index")).to be_within(11).of(2777.8)
  end

  it "hands over to the lines at the first index, without a jerk, and is exact from then on" do
    paired(index_place: 2778)
    turn(120, 0.1)
    speeds = Array.new(1500) { pass(0.001) && rpm }
    expect(read("feedback.pair_state")).to eq(2)
    expect(off.abs).to be < 2.5
    expect(speeds.last(1200).minmax.reduce(:-).abs).to be < 12
    expect(read("feedback.pair_difference").abs).to be < 20
  end

  it "stops where the index comes somewhere else than it should" do
    paired(index_place: 4000)
    turn(120, 1.5)
    expect(fault).to eq(0x7307)
  end

  it "stops when the slow signal falls silent, and when lines are lost" do
    paired(index_place: 2778)
    turn(120, 1.5)
    @stand_in.axis.encoder.word_powered = false
    expect(pass_until(2.0) { fault == 0x7307 }).to be(true)
    paired(index_place: 2778)
    turn(120, 1.5)
    @stand_in.axis.encoder.powered = false
    expect(pass_until(2.0) { fault != 0 }).to be(true)
  end

  it "is found out by the field: the place of the index, and how both agree" do
    paired(angle: 6.1) # the index is not far
    instrument = BenchInstrument.new(@stand_in).tap(&:enable)
    found = Gallop::Identify::OpenTurn.new(instrument, saliency: 0.0).measure
    expect(found.findings.select(&:blocker?)).to be_empty
    index = found.estimates.find { |one| one.key == "feedback.index_place" }
    expect(index.figure).to be_within(11).of(2777.8)
    expect(found.rows.to_h).to include("Slow signal against the lines")
  end
end
