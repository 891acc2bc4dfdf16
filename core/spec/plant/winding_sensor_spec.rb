# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Plant::WindingSensor do
  def ohms(kind, celsius) = described_class.new(kind: kind).resistance(celsius + 273.15)

  # Tables of IEC 60751, and of a data sheet for the KTY.
  it "has the resistances of the tables, and tells the temperature from them" do
    { 0 => 1000.0, 100 => 1385.06, 150 => 1573.25 }.each do |celsius, expected|
      expect(ohms("pt1000", celsius)).to be_within(0.05).of(expected)
      expect(described_class.pt1000_celsius(expected)).to be_within(0.02).of(celsius)
    end
    { 25 => 603, 100 => 1000, 150 => 1334 }.each do |celsius, expected|
      expect(ohms("kty", celsius)).to be_within(3).of(expected)
      expect(described_class.kty_celsius(ohms("kty", celsius))).to be_within(1e-6).of(celsius)
    end
  end

  it "steps up as a thermistor around its temperature, and opens as a contact" do
    expect([20, 135, 145, 155].map { |celsius| ohms("ptc", celsius).round }).to eq([200, 550, 1330, 4000])
    expect([139, 141].map { |celsius| ohms("contact", celsius) }).to eq([0.1, Float::INFINITY])
  end

  it "is open where its wire is off" do
    sensor = described_class.new(kind: "pt1000")
    sensor.connected = false
    expect(sensor.resistance(300.0)).to eq(Float::INFINITY)
  end
end
