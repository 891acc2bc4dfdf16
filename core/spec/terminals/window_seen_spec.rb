# frozen_string_literal: true

require_relative "../core_helper"

# A potentiometer from end to end on a drive of 12 to 42 Hz (360 to 1,260 rpm), 20 looks a second; figures by hand.
RSpec.describe Gallop::Terminals::WindowSeen do
  let(:window) { Gallop::Terminals::Window.new(highest: 1260.0, backward: 1260.0, lowest: 360.0) }

  # @param way [Array<Float>] references at which it rests for a second each @yieldparam held [Float] @yieldreturn
  # [Float] the speed that is seen
  def seen(way, allowed: 1500.0, run: 1)
    looks =
      way.each_with_index.flat_map do |asked, n|
        Array.new(20) do |k|
          held = window.held(asked, run).clamp(-allowed, allowed)
          speed = block_given? ? yield(held) : held
          described_class::Look.new(at: n + k / 20.0, asked: asked, speed: speed, run: run)
        end
      end
    described_class.new(looks, window: window, full: 1500.0, allowed: allowed, unit: "rpm")
  end

  def ids(...) = seen(...).findings.map(&:id)

  it "sees the lowest and the highest speed at the ends of the reference" do
    ends = seen([0.0, 700.0, 1500.0])
    expect([ends.low.speed, ends.low.expected, ends.high.speed, ends.high.expected]).to eq([360, 360, 1260, 1260])
    expect(ends.findings).to be_empty
  end

  it "says what is off, what the gait left out, and what was not shown" do
    expect(ids([0.0, 1500.0]) { |held| held * 0.9 }).to eq(%w[highest_off]) # 126 rpm, and 45 are left
    expect(ids([0.0, 1500.0], allowed: 375.0)).to eq(%w[held_by_the_gait])
    expect(ids([0.0, 1500.0], run: 0)).to eq(%w[not_started])
    expect(ids([0.0, 60.0])).to eq(%w[ends_unseen])
  end
end
