# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Control::Shaper do
  # A mass on a spring whose far end is moved by a step of one, through the shaper; exact for a base that is held.
  # @return [Float] to each side of where it stands at last, from the last part on
  def left(shaper, frequency, damping, dt: 1 / 4000.0)
    omega = 2 * Math::PI * frequency
    rate = damping * omega
    turning = omega * Math.sqrt(1 - damping**2)
    decay = Math.exp(-rate * dt)
    cosine = Math.cos(turning * dt)
    sine = Math.sin(turning * dt)
    place = speed = 0.0
    seen =
      Array.new((3.5 / frequency / dt).round) do
        off = place - shaper.step(1.0)
        place += decay * (off * (cosine + rate / turning * sine) + speed / turning * sine) - off
        speed = decay * (speed * (cosine - rate / turning * sine) - off * omega**2 / turning * sine)
        place
      end
    seen.last((1.2 / frequency / dt).round).map { |one| (one - 1).abs }.max
  end

  def shaper(frequency, damping) = described_class.new(frequency: frequency, damping: damping, dt: 1 / 4000.0)

  it "leaves nothing of its swing, and little of one that is 10 % off" do
    expect(left(shaper(12.5, 0.0), 12.5, 0.0)).to be < 0.002
    expect(left(shaper(12.5, 0.05), 12.5, 0.05)).to be < 0.002
    # V = cos²(π/2 · f/f₀): 2.4 % where the frequency is 10 % off, for the way there and none back (Singer, Seering)
    [0.9, 1.1].each { |off| expect(left(shaper(12.5, 0.0), off * 12.5, 0.0)).to be_within(0.002).of(0.0245) }
    expect(left(shaper(50.0, 0.0), 12.5, 0.0)).to be_within(0.002).of(0.8536)
  end

  it "meets its end exactly, a period later, and keeps what it has where settings come that are the same" do
    one = shaper(10.0, 0.03)
    given = Array.new(500) { one.step(0.1) }
    expect(given.index(0.1)).to be_within(2).of(400)
    expect(given.first(150)).to all(be_within(1e-4).of(0.1 / (1 + Math.exp(-0.03 * Math::PI))**2))
    expect(described_class.of(one, frequency: 10.0, damping: 0.03, dt: 1 / 4000.0, begins_at: 0.0)).to equal(one)
    other = described_class.of(one, frequency: 11.0, damping: 0.03, dt: 1 / 4000.0, begins_at: 0.7)
    expect(other.step(0.7)).to eq(0.7)
  end
end
