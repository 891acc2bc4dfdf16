# frozen_string_literal: true

require_relative "../core_helper"
require "numo/pocketfft"

RSpec.describe Gallop::Control::Excitation do
  how = { samples: 4096, rate: 8000.0, lowest: 5.0, highest: 1000.0 }

  # @return [Array<Float>] amplitude of each whole number of rounds in the period
  def lines(signal) = (Numo::Pocketfft.rfft(signal).abs * (2.0 / signal.size)).to_a

  it "has tones of whole rounds alone, spread over the octaves, that grow with the root of the frequency" do
    signal = described_class.tones(**how)
    rounds = described_class.rounds(4096, 8000.0, 5.0, 1000.0)
    strong = lines(signal).each_with_index.select { |amplitude, _| amplitude > 1e-6 }.map(&:last)
    expect(strong).to eq(rounds)
    expect([rounds.first * 8000.0 / 4096, rounds.last * 8000.0 / 4096]).to match([be >= 5.0, be <= 1000.0])
    first, last = lines(signal).values_at(rounds.first, rounds.last)
    expect(last / first).to be_within(1e-6).of(Math.sqrt(rounds.last.to_f / rounds.first))
    expect(signal.abs.max).to be_within(1e-9).of(1.0)
    expect(signal.abs.max / Math.sqrt((signal**2).mean)).to be < 3.4 # of one tone 1.41, of noise some 4
  end

  it "sweeps up and down again without a jump between periods" do
    signal = described_class.sweep(**how)
    expect((signal[0] - signal[-1]).abs).to be < 0.02
    strong = lines(signal)
    inside = strong[3..511].sum
    expect(strong[700..].sum).to be < 0.05 * inside
  end

  it "has a binary sequence whose power is even and whose mean is nothing" do
    signal = described_class.random_binary(**how)
    expect(signal.to_a.uniq).to contain_exactly(1.0, -1.0)
    expect(signal.mean.abs).to be < 0.005
    # 511 bits in 4096 samples: lines under the hold's sin x/x, the first ones alike (autocorrelation of a maximum-length
    # sequence: 1 at no shift, -1/511 at every other); a sample that a bit has more or less leaves some percent
    expect(lines(signal)[1..40].minmax.reduce(:/)).to be_between(0.93, 1.0)
    bits = signal.to_a.each_slice(8).map(&:first)
    expect(bits.size).to eq(512)
  end
end
