# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Objects::Foresight do
  def says(family, key, figure, **values)
    profile = Gallop::Objects::Profile.load(family)
    held =
      profile.factory.merge(
        values.to_h { |name, one| [name.to_s.sub("__", "."), profile.fetch(name.to_s.sub("__", ".")).raw(one)] }
      )
    described_class.new(profile, held).of(profile.fetch(key), profile.fetch(key).raw(figure))
  end

  it "says what the drive's steps make of a figure" do
    expect(says("haflinger", "current_loop.bandwidth", 777)).to eq(
      ["The drive takes 780 Hz: it goes in steps of 10 Hz."]
    )
    expect(says("haflinger", "current_loop.bandwidth", 780)).to eq([])
  end

  it "says up to where a figure counts, and why" do
    expect(says("haflinger", "supply.chopper_level", 399)).to eq(
      ["No more than 395 V counts: Over-voltage level is 400 V."]
    )
    expect(says("haflinger", "ramps.profile_speed", 3001)).to match(
      [/No more than 3.000 rpm counts: Speed limit is 3.000 rpm/]
    )
    expect(says("haflinger", "ramps.profile_speed", 3001, limits__motor_speed: 4000)).to eq([])
    expect(says("shire", "limits.lowest_speed", 20)).to eq([])
  end

  it "names a value of the same unit in every family" do
    Gallop::Objects::Profile::FAMILIES.each do |family|
      profile = Gallop::Objects::Profile.load(family)
      held = profile.entries.select(&:held_by)
      expect(held.map(&:unit)).to eq(held.map { |entry| profile.fetch(entry.held_by).unit }), family
    end
  end
end
