# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Objects::Profile do
  described_class::FAMILIES.each do |family|
    describe family do
      subject(:profile) { described_class.load(family) }

      it "documents every entry and keeps its default in range" do
        profile.entries.each do |entry|
          expect(entry.help.length).to be > 15, entry.key
          expect(entry.name).not_to be_empty
          expect(profile.groups).to have_key(entry.group), entry.key
          expect { entry.check(entry.default_raw) }.not_to raise_error
        end
      end

      it "carries each default over the wire and back" do
        profile.entries.each do |entry|
          expect(entry.decode(entry.encode(entry.default_raw))).to eq(entry.default_raw), entry.key
        end
      end

      it "reads all entries in few requests, none longer than Modbus allows" do
        spans = profile.spans(profile.entries)
        expect(spans.map(&:size).max).to be <= 125
        expect(spans.size).to be <= 36
        expect(spans.sum(&:size)).to eq(profile.entries.sum(&:register_count))
      end

      it "polls the live block in one request" do
        expect(profile.spans(profile.live).size).to eq(1)
      end

      it "keeps CiA 402 objects at their standard indexes" do
        expect(profile.fetch("control.word").address).to eq("6040:00")
        expect(profile.fetch("control.status").address).to eq("6041:00")
        expect(profile.fetch("motor.rated_current").address).to eq("6075:00")
        expect(profile.fetch("limits.motor_speed").address).to eq("6080:00")
      end

      it "places its own entries between 0x2000 and 0x5FFF and leaves room for the stored mirror" do
        own = profile.entries.reject { |entry| entry.index < 0x2000 || entry.index >= 0x6000 }
        expect(own.size).to be > 30
        expect(profile.entries.map { |entry| entry.registers.end }.max).to be < described_class::STORED_OFFSET
      end

      it "explains each fault" do
        profile.faults.each_value do |fault|
          expect([fault.meaning, *fault.causes, *fault.remedies].map(&:length).min).to be > 7
        end
      end
    end
  end

  it "is found by the product code of the device identification" do
    expect(described_class.for_product("SHI-31882").family).to eq("shire")
    expect(described_class.for_product("XYZ")).to be_nil
  end
end
