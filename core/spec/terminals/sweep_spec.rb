# frozen_string_literal: true

require_relative "../core_helper"

# Sweeps as a hand makes them: still at one end, over to the other within 3 s, still there; figures by hand.
RSpec.describe Gallop::Terminals::Sweep do
  def analog(kind, low: 0.0, high: 1.0, function: :reference)
    Gallop::Terminals::Analog.new(
      number: 1,
      kind: kind,
      function: function,
      low: low,
      high: high,
      low_figure: 0.0,
      high_figure: 100.0,
      deadband: 0.0,
      filter: 0.01,
      on_break: :fault
    )
  end

  # 50 readings a second. @yieldparam volts [Float], time [Float] @yieldreturn [Float] as they arrive
  def swept(from, to, kind: :volts, noise: 0.0, **settings)
    random = Random.new(7)
    times = (0..300).map { |n| n * 0.02 }
    volts =
      times.map do |time|
        ideal = from + (to - from) * ((time - 1.5) / 3.0).clamp(0.0, 1.0)
        ideal = yield(ideal, time) if block_given?
        ideal + noise * (random.rand - 0.5)
      end
    described_class.new(analog(kind, **settings), times, volts)
  end

  def ids(...) = swept(...).findings.map(&:id)

  it "tells the ends, and proposes them as points" do
    sweep = swept(0.6, 9.4, noise: 0.02)
    expect([sweep.low, sweep.high]).to match([be_within(0.012).of(0.6), be_within(0.012).of(9.4)])
    expect(sweep.noise).to be_between(0.012, 0.02)
    # 0.6 V of 10 V, 9.4 V of 10 V
    expect(sweep.estimates.map { |one| [one.key[/low|high/], one.figure] }).to match(
      [["low", be_within(0.2).of(6.0)], ["high", be_within(0.2).of(94.0)]]
    )
  end

  it "takes the live zero into account" do
    # 4.8 mA and 19.2 mA over 500 Ω: 0.8 and 15.2 of the 16 mA
    figures = swept(2.4, 9.6, kind: :live_zero).estimates.map(&:figure)
    expect(figures).to eq([5.0, 95.0])
  end

  it "says where the ends of the source are not those of the figure" do
    expect(ids(0.6, 9.4)).to eq(%w[ends_missed])
    expect(ids(0.6, 9.4, low: 0.06, high: 0.94)).to be_empty
    expect(ids(0.0, 10.0)).to be_empty
  end

  it "says that nothing was moved" do
    expect(ids(5.0, 5.5)).to eq(%w[unmoved])
    expect(ids(0.0, 0.0, kind: :live_zero)).to eq(%w[unmoved])
  end

  it "notices a track that is worn, in both directions" do
    worn = ->(volts, _) { volts.between?(6.0, 6.4) ? 1.0 : volts }
    expect(ids(0.0, 10.0, &worn)).to eq(%w[falls_back])
    expect(ids(10.0, 0.0, &worn)).to eq(%w[falls_back])
    expect(swept(0.0, 10.0, &worn).fall).to be_within(0.1).of(5.0)
    expect(ids(10.0, 0.0)).to be_empty
  end

  it "notices noise" do
    expect(ids(0.0, 10.0, noise: 0.5)).to eq(%w[noisy])
    expect(ids(0.0, 10.0, noise: 0.05)).to be_empty
  end

  it "says whether a broken wire was tried, where it can be told" do
    off = ->(volts, time) { time > 5.5 ? 0.0 : volts }
    expect(ids(2.0, 10.0, kind: :live_zero)).to eq(%w[break_untried])
    expect(swept(2.0, 10.0, kind: :live_zero, &off)).to have_attributes(broken?: true, findings: [])
    expect(swept(2.0, 10.0, kind: :live_zero, &off).low).to eq(2.0)
  end
end
