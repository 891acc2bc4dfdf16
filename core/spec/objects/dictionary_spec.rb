# frozen_string_literal: true

require_relative "../core_helper"

# The dictionaries as a technician, a controller and a file need them: nothing without meaning, nothing that
# contradicts itself.
RSpec.describe Gallop::Objects::Profile do
  SIZES = {
    "haflinger" => 430..540,
    "shire" => 380..460,
    "fjord" => 280..360,
    "camargue" => 420..520,
    "exmoor" => 280..360,
    "konik" => 430..540
  }.freeze
  PLAIN_UNITS = ["", "counts", "turns", "V/A", "V/A·s", "N·m·s/rad", "N·s/m"].freeze

  described_class::FAMILIES.each do |family|
    describe family do
      let(:profile) { described_class.load(family) }

      it("has about as many entries as real drives have") { expect(SIZES.fetch(family)).to cover(profile.entries.size) }

      it "explains every entry in a sentence of its own" do
        poor =
          profile.entries.select do |entry|
            entry.help.length < 20 || !entry.help.match?(/[.:”)]\z/) || entry.help.include?("%{")
          end
        expect(poor.map(&:key)).to be_empty
        expect(profile.entries.map(&:name)).to all(match(/\A\p{Lu}.{1,45}\z/))
      end

      it "keeps to the index ranges of CiA 301 and 402 and of the maker" do
        expect(profile.entries.map(&:index)).to all(
          satisfy do |index|
            index.between?(0x1000, 0x1FFF) || index.between?(0x2000, 0x5FFF) || index.between?(0x6000, 0x67FF)
          end
        )
      end

      it "has factory values that it can hold, and shows and reads every value it knows" do
        profile.settings.each do |entry|
          expect { entry.check(entry.default_raw) }.not_to raise_error
          expect(
            entry.parse(entry.text? ? entry.default : Gallop::Files::Figures.text(entry, entry.default_raw))
          ).to eq(entry.default_raw)
        end
      end

      it "measures in units that can be converted, or in plain ones" do
        odd =
          profile
            .entries
            .map(&:unit)
            .uniq
            .reject { |unit| PLAIN_UNITS.include?(unit) || Gallop::Quantities::Unit.find(unit) }
        expect(odd).to be_empty
      end

      it "refers to entries and groups that it has" do
        mentioned = profile.entries.flat_map { |entry| entry.related + entry.derived_from }.uniq
        expect(mentioned.reject { |key| profile[key] }).to be_empty
        expect(profile.entries.map(&:group).uniq - profile.groups.keys).to be_empty
      end

      it "polls a block without a gap" do
        registers = profile.live.flat_map { |entry| entry.registers.to_a }
        expect(registers).to eq((registers.min..registers.max).to_a)
      end

      it "tells which of its values can be a hazard, and of which figure on" do
        hazards = profile.entries.select(&:hazard)
        expect(hazards).not_to be_empty
        expect(hazards.select { |entry| entry.hazardous?(entry.default_raw) }.map(&:key)).to be_empty
        expect(profile.fetch("power_up.enable")).to satisfy { |entry| entry.hazardous?(1) && !entry.hazardous?(0) }
      end
    end
  end

  it "has less with older firmware, and names what is missing" do
    old = described_class.load("haflinger").at_version("1.0.0")
    expect(old).to have_attributes(
      version: "1.0.0",
      outdated?: true,
      missing_functions: ["Notch filters", "Second ramps", "Jerk-limited ramps", "Torque limits by direction"]
    )
    expect(described_class.load("haflinger").entries - old.entries).to all(have_attributes(since: "1.1.0"))
    expect(old.at_version("1.1.0")["filters.notch_1_depth"]).not_to be_nil
    expect(old.at_version("nonsense")).to equal(old)
    expect(old.at_version("0.9.0").entries.size).to eq(old.entries.size)
  end

  it "restores in groups that cover what they say" do
    profile = described_class.load("haflinger")
    covered =
      profile.restores.to_h do |restore|
        [restore.key.delete_prefix("storage.restore"), profile.settings_of(restore).map(&:group).uniq]
      end
    expect(profile.settings_of(profile.restores.first)).to eq(profile.settings)
    expect(covered["_communication"]).to contain_exactly("network", "process_data")
    expect(covered["_application"]).not_to include("network")
    expect((profile.settings_of(profile.restores[1]) + profile.settings_of(profile.restores[2])).sort_by(&:key)).to eq(
      profile.settings.sort_by(&:key)
    )
  end

  it "has nothing to store, to restore or to wait for in a drive that keeps nothing" do
    fjord = described_class.load("fjord")
    expect([fjord.volatile?, fjord.stored_settings, fjord.restores, fjord["storage.store"]]).to eq([true, [], [], nil])
    expect(fjord.settings.map(&:effect)).not_to include("after_restart")
  end

  it "is a whole dictionary with a few keys alone" do
    few = described_class.load("haflinger").only(%w[device.serial program.control])
    expect(few.entries.map(&:key)).to eq(%w[device.serial program.control])
    expect(few.at_register(538).key).to eq("device.serial")
  end

  describe Gallop::Objects::ProfileSource do
    it "spreads a row that stands for several, with registers and sub-indexes in steps" do
      cells = Gallop::Objects::Profile.load("haflinger").entries.select { |entry| entry.group == "cells" }
      expect(cells.map { |entry| [entry.subindex, entry.register, entry.name] }.first(2)).to eq(
        [[1, 2944, "Free cell 1"], [2, 2946, "Free cell 2"]]
      )
      history = Gallop::Objects::Profile.load("haflinger").entries.select { |entry| entry.group == "history" }
      expect(history.map { |entry| [entry.subindex, entry.register] }.first(3)).to eq([[1, 2048], [2, 2049], [3, 2051]])
    end
  end
end
