# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::BrakeStroke do
  step = 0.0005

  def stroke(counts, coil, **how)
    take =
      Gallop::Identify::Instrument::Take.new(
        columns: {
          "feedback.count" => Numo::DFloat.cast(counts),
          "brake.open" => Numo::DFloat.cast(coil)
        },
        interval: 0.0005
      )
    described_class.new(take, 2500.0, **how)
  end

  # The coil at 0.1 s, an even acceleration from 0.147 s on.
  it "takes off what a shaft needs to be seen moving" do
    times = Array.new(1000) { |n| n * step }
    counts = times.map { |time| (time < 0.147 ? 0 : 0.5 * 9e5 * (time - 0.147)**2).floor }
    expect(stroke(counts, times.map { |time| time < 0.1 ? 0 : 1 }, opens: true).time).to be_within(0.0015).of(0.047)
  end

  it "waits until the shaft stands" do
    times = Array.new(3000) { |n| n * step }
    counts = times.map { |time| (3000 * [time, 0.123].min).floor }
    closing = stroke(counts, times.map { |time| time < 0.1 ? 1 : 0 }, opens: false)
    expect([closing.time, closing.slipped?]).to match([be_within(0.007).of(0.023), false])
  end

  it "says that a shaft went on, or never went" do
    times = Array.new(3000) { |n| n * step }
    on = stroke(times.map { |time| (3000 * time).floor }, times.map { |time| time < 0.1 ? 1 : 0 }, opens: false)
    expect([on.slipped?, on.time]).to eq([true, nil])
    never = stroke(times.map { 0 }, times.map { |time| time < 0.1 ? 0 : 1 }, opens: true)
    expect([never.slipped?, never.time]).to eq([false, nil])
  end

  it "refuses a coil that was not switched" do
    expect { stroke([0] * 100, [0] * 100, opens: true) }.to raise_error(Gallop::Identify::Undecided, /not switched/)
  end
end
