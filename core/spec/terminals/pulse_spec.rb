# frozen_string_literal: true

require_relative "../core_helper"

# Figures by hand.
RSpec.describe Gallop::Terminals::Pulse do
  def pulse(**settings)
    defaults = { centre: 1500.0, deadband: 20.0, low: 1000.0, high: 2000.0 }
    described_class.new(described_class::Setting.new(**defaults, **settings))
  end

  # After it was released. @return [Array(Float, Float)] share and brake
  def follows(pulse, width, turning: false, seconds: 0.01)
    10.times { pulse.step(1500.0, turning: turning, enabled: true, dt: 0.001) }
    (seconds / 0.001).round.times { pulse.step(width, turning: turning, enabled: true, dt: 0.001) }
    [pulse.share, pulse.brake]
  end

  # (1750 − 1500 − 20)/(500 − 20)
  it "tells a share by the width, nothing within its deadband, without a pulse, and by one that cannot be" do
    shares = [nil, 1500.0, 1515.0, 1750.0, 2400.0, 2600.0, 300.0].map { |width| follows(pulse, width).first }
    expect(shares).to match([0.0, 0.0, 0.0, be_within(1e-9).of(230.0 / 480), 1.0, 0.0, 0.0])
  end

  it "brakes below the centre, reverses, or reverses from rest" do
    told =
      described_class::BELOW.map do |below|
        [true, false].map { |turning| follows(pulse(below: below), 1240.0, turning: turning) }
      end
    half = be_within(1e-9).of(0.5)
    back = be_within(1e-9).of(-0.5)
    expect(told).to match([[[0.0, half]] * 2, [[back, 0.0]] * 2, [[0.0, half], [back, 0.0]]])
  end

  it "turns round with its ends" do
    turned = pulse(low: 2000.0, high: 1000.0)
    expect([1750.0, 1250.0].map { |width| follows(turned, width).first }).to match(
      [be_within(1e-9).of(-230.0 / 480), be_within(1e-9).of(230.0 / 480)]
    )
  end

  # x = 0.5: 0.4 · 0.5 + 0.6 · 0.125
  it "is softer around the centre, and reaches its ends all the same" do
    expect(follows(pulse(curve: 0.6), 1760.0).first).to be_within(1e-9).of(0.275)
    expect(follows(pulse(curve: 0.6), 2000.0).first).to eq(1.0)
  end

  it "follows no faster than its ramp" do
    expect(follows(pulse(ramp: 2.0), 2000.0, seconds: 0.5).first).to be_within(1e-6).of(0.25)
  end

  it "does nothing after each enabling until it was released" do
    one = pulse
    look = ->(width, enabled) { one.step(width, turning: false, enabled: enabled, dt: 0.001).then { one.share } }
    expect([1800.0, 1500.0, 1800.0].map { |width| look.(width, true) }).to match([0.0, 0.0, be > 0.5])
    look.(1800.0, false)
    expect([1800.0, 1510.0, 1800.0].map { |width| look.(width, true) }).to match([0.0, 0.0, be > 0.5])
  end

  it "is lost by time, and by widths that cannot be" do
    [nil, 2800.0, 200.0].each do |width|
      one = pulse(lost_time: 0.05)
      follows(one, width, seconds: 0.049)
      expect(one).not_to be_lost
      follows(one, width, seconds: 0.052)
      expect(one).to be_lost
    end
  end
end

RSpec.describe Gallop::Terminals::PulseSweep do
  # A hand: let go, to one end, let go, to the other, let go; 50 readings a second.
  def swept(rests: [1508, 1514, 1510], ends: [1090, 1930], off: true)
    random = Random.new(5)
    way = [[rests[0], 1.0], [ends[1], 0.5], [rests[1], 0.8], [ends[0], 0.5], [rests[2], 0.8]]
    widths =
      way
        .each_cons(2)
        .flat_map { |(from, stays), (to, _)| [from] * (stays * 50) + (1..12).map { |n| from + (to - from) * n / 12 } }
    widths += [way.last.first] * (way.last.last * 50)
    widths = widths.map { |width| width + random.rand(-1..1) } + [0] * (off ? 20 : 0)
    described_class.new(widths.each_index.map { |n| n * 0.02 }, widths)
  end

  it "learns ends, centre and deadband" do
    sweep = swept
    # (1508 + 1514 + 1510)/3 = 1510.7; 3.3 away at most, and 10 beyond
    expect(sweep.estimates.to_h { |one| [one.key.delete_prefix("pulse."), one.figure] }).to match(
      "low" => be_within(1).of(1090),
      "high" => be_within(1).of(1930),
      "centre" => be_within(1).of(1511),
      "deadband" => be_between(13, 15)
    )
    expect([sweep.times_let_go, sweep.findings]).to eq([3, []])
  end

  it "says what was not shown to it" do
    ids = ->(sweep) { sweep.findings.map(&:id) }
    expect(ids.(swept(ends: [1500, 1520]))).to eq(%w[pulse_unmoved])
    expect(ids.(described_class.new([0.0, 0.1], [0, 0]))).to eq(%w[pulse_unmoved])
    expect(ids.(swept(off: false))).to eq(%w[signal_goes_on])
    expect(ids.(swept(rests: [1090, 1930, 1500]))).to eq(%w[let_go_once])
    expect(ids.(swept(rests: [1090, 1930, 1930]))).to eq(%w[never_let_go])
  end
end

RSpec.describe Gallop::Terminals::LostPulse do
  def lost(reaction)
    values = {
      "pulse.lost_time" => 150,
      "limits.motor_speed" => 2400,
      "control.fault_reaction" => reaction,
      "ramps.deceleration" => 1200,
      "ramps.quick_stop" => 6000
    }
    described_class.new(Gallop::Objects::Profile.load("fjord"), values)
  end

  # 0.15 + 2400/6000 and 0.15 + 2400/1200, with 0.2 of halls
  it "tells when the motor rests, by what the drive does at a fault" do
    expect([2, 1, 0].map { |reaction| lost(reaction).seconds }).to match(
      [be_within(1e-9).of(0.75), be_within(1e-9).of(2.35), nil]
    )
    expect(lost(2).sentence).to match(/fault FF40 after 150.ms, at rest within 0.75.s of the last pulse/)
    expect(lost(0).sentence).to end_with("and it coasts to rest.")
  end
end
