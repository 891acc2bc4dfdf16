# frozen_string_literal: true

require_relative "core_helper"

RSpec.describe Gallop::PowerUp do
  def power_up(family, **figures)
    profile = Gallop::Objects::Profile.load(family)
    values = profile.settings.to_h { |entry| [entry.key, entry.default_raw] }
    figures.each do |name, figure|
      values[name.to_s.sub("__", ".")] = profile.fetch(name.to_s.sub("__", ".")).raw(figure)
    end
    described_class.new(profile, values)
  end

  it "says that nothing happens when nothing does" do
    expect(power_up("haflinger").sentence).to eq("After power-up the drive waits for a command and does not move.")
    expect(power_up("haflinger").hazards).to be_empty
    expect(power_up("fjord").sentence).to eq(
      "After power-up all settings are the factory's, and the drive waits for a command and does not move."
    )
  end

  it "tells what turns by itself, and lists the hazards" do
    turning = power_up("shire", power_up__enable: 1, power_up__speed: -300, power_up__delay: 2)
    expect(turning.sentence).to eq(
      "After power-up the drive switches its motor on by itself after 2.0 s and turns at −300 rpm, held to its limits."
    )
    expect(turning.hazards.map { |hazard| hazard.entry.key }).to contain_exactly("power_up.enable", "power_up.speed")
  end

  it "notices a lowest speed that turns the motor although none is asked for" do
    expect(power_up("shire", power_up__enable: 1, limits__lowest_speed: 90).sentence).to match(
      /turns at 90 rpm, its lowest speed, although no speed is asked for/
    )
    expect(power_up("shire", power_up__enable: 1).sentence).to match(
      /holds it at standstill until a speed is asked for/
    )
  end

  it "counts resets by itself as a hazard only together with enabling" do
    expect(power_up("shire", power_up__resets: 3).hazards).to be_empty
    both = power_up("shire", power_up__resets: 3, power_up__enable: 1)
    expect(both.sentence).to match(/; it resets up to 3 faults in a row by itself, 5\.0 s after each\.\z/)
    expect(both.hazards.map { |hazard| hazard.entry.key }).to include("power_up.resets")
  end
end
