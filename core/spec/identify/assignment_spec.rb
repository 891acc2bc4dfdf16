# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::Assignment do
  # What the channels of a drive show of two currents, wired like an assignment. Written out, without its matrices.
  def shown(code, currents)
    u, v = code.odd? ? currents.reverse : currents
    [code & 2 == 0 ? u : -u, code & 4 == 0 ? v : -v]
  end

  def reading(code)
    Gallop::Identify::Channels::Reading.new(
      exchanged: code.odd?,
      reversed: [(:u if code & 2 != 0), (:v if code & 4 != 0)].compact,
      open: nil
    )
  end

  # Which code it is that makes 3 and 5 of the two figures.
  def code_of(figures)
    (0..7).find { |code| shown(code, [3.0, 5.0]) == figures }
  end

  (0..7)
    .to_a
    .product((0..7).to_a)
    .each do |wired, taken|
      it "puts wiring #{wired} right where #{taken} is taken already" do
        seen = shown(taken, shown(wired, [3.0, 5.0]))
        right = described_class.of(taken).corrected(reading(code_of(seen)))
        expect(shown(right.code, shown(wired, [3.0, 5.0]))).to eq([3.0, 5.0])
      end
    end

  it "reads and tells its code" do
    expect((0..7).map { |code| described_class.of(code).code }).to eq((0..7).to_a)
    expect(described_class.of(nil)).to be_as_wired
  end
end
