# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Objects::Signal do
  Gallop::Objects::Profile::FAMILIES.each do |family|
    it "are named and numbered in #{family}, each number the same signal in every family" do
      signals = Gallop::Objects::Profile.load(family).signals
      expect(signals.map(&:number)).to eq(signals.map(&:number).uniq.sort)
      expect(signals.map(&:name)).to eq(signals.map(&:name).uniq)
      expect(signals.size).to be > 30
      others = Gallop::Objects::Profile.load("haflinger").signals.to_h { |signal| [signal.number, signal.key] }
      expect(signals.select { |signal| others.key?(signal.number) }.map { |signal| others[signal.number] }).to eq(
        signals.select { |signal| others.key?(signal.number) }.map(&:key)
      )
    end
  end

  # 10 rad/s are 95.49 rpm; with a pole pair pitch of 32 mm 50.93 mm/s
  it "is told in the unit of what is moved" do
    speed = Gallop::Objects::Profile.load("camargue").signal("speed.demand")
    expect(speed.shown(10.0, Gallop::Shaft.turning)).to be_within(0.01).of(95.49)
    expect(speed.shown(10.0, Gallop::Shaft.sliding(0.032))).to be_within(1e-4).of(0.05093)
    expect(speed.unit_of(Gallop::Shaft.sliding(0.032))).to eq("m/s")
    halls = Gallop::Objects::Profile.load("fjord").signal("feedback.halls")
    expect([halls.plain?, halls.shown(5, Gallop::Shaft.turning)]).to eq([true, 5])
  end
end
