# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Terminals::Delay do
  # 5 ms of debouncing, 1 ms of the drive, 10 ms of the controller; 1.5 m/s
  it "adds up what lies between a contact and a controller" do
    delay = described_class.new(debounce: 0.005, interval: 0.010)
    expect([delay.soonest, delay.latest, delay.shortest].map { |time| time.round(6) }).to eq([0.005, 0.016, 0.011])
    expect(described_class.new(debounce: 0.02, interval: 0.01).shortest).to be_within(1e-9).of(0.021)
    expect(delay.sentence(0.0)).to match(/knows 5.ms to 16.ms after the contact, and surely if that lasts 11.ms/)
    expect(delay.sentence(1.5)).to match(/gone on by 24.0.mm at most, and differs by 16.5.mm/)
    expect([delay.way(1.5), delay.scatter(1.5)].map { |way| way.round(6) }).to eq([0.024, 0.0165])
  end
end
