# frozen_string_literal: true

require "rails_helper"

RSpec.describe Replacement, :paddock, rig: Rigs.with_spare do
  let(:drive) { commissioned(@paddock) }

  it "lets another device of the family go on with facts and settings, to be written after a look" do
    held = drive.live_settings
    replacement = described_class.new(drive, "127.0.0.1", @paddock.port("Spare"))
    expect(replacement.points.pluck(:name, :severity)).to include(
      %w[Family fine],
      %w[Model fine],
      ["Serial number", "fine"]
    )
    expect(replacement.differences.map { |row| row[:entry].key }).to include("motor.pole_pairs")
    replacement.carry_out
    wait_until("online") { drive.reload.online? && drive.identity["serial"] == "20999" }
    expect(drive.differences.pluck("why").uniq).to eq(["replacement"])
    drive.settle(drive.differences.pluck("key"), "draft")
    WriteBatch.prepare(drive, drive.drafts.pluck(:key)).run
    expect(drive.live_settings).to eq(held)
    expect(Motor.new(drive).kept).not_to be_empty
    expect(PowerChecks.new(drive).due?).to be(true)
  end

  it "refuses a device of another family, and the same device" do
    other = described_class.new(drive, "127.0.0.1", @paddock.port("Web feed"))
    expect(other.possible?).to be(false)
    expect { other.carry_out }.to raise_error(Gallop::Objects::Unacceptable, /cannot stand in for a Haflinger/)
    same = described_class.new(drive, "127.0.0.1", @paddock.port("Carriage"))
    expect { same.carry_out }.to raise_error(Gallop::Objects::Unacceptable, /the same drive/)
    expect(drive.reload.port).to eq(@paddock.port("Carriage"))
  end

  it "says when nobody is there" do
    expect { described_class.new(drive, "127.0.0.1", 1) }.to raise_error(Wire::Lost, /Nothing listens/)
  end
end
