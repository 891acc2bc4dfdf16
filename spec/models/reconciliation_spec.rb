# frozen_string_literal: true

require "rails_helper"

# What connecting makes of a drive that is not as the project remembers it.
RSpec.describe Reconciliation, :paddock do
  let(:drive) { connect(create_drive(@paddock)) }

  def other_master(values)
    client = Wire::Modbus.open("127.0.0.1", drive.port)
    wire = Wire::Device.new(client, drive.profile)
    values.each { |key, raw| wire.write(key, raw) }
  ensure
    client&.close
  end

  def offline
    drive.disconnect
    yield
    connect(drive)
  end

  it "lists what somebody else changed while Gallop was away, and settles it line by line" do
    offline { other_master("ramps.acceleration" => 1111, "ramps.deceleration" => 2222, "limits.motor_speed" => 2000) }
    expect(drive.differences).to contain_exactly(
      { "key" => "ramps.acceleration", "project" => 3000, "why" => "elsewhere" },
      { "key" => "ramps.deceleration", "project" => 6000, "why" => "elsewhere" },
      { "key" => "limits.motor_speed", "project" => 3000, "why" => "elsewhere" }
    )
    drive.settle(["ramps.acceleration"], "drive")
    expect(drive.drafts.pluck(:key)).to be_empty
    drive.settle(["ramps.deceleration"], "draft")
    expect(drive.drafts.pluck(:key, :raw)).to eq([["ramps.deceleration", 6000]])
    expect(drive.differences.pluck("key")).to eq(["limits.motor_speed"])
    expect { drive.settle(["ramps.acceleration"], "drive") }.to raise_error(
      Gallop::Objects::Unacceptable,
      /No difference is open/
    )
  end

  it "lays drafts that the drive does not have before the technician, and drops those that are given up" do
    drive.disconnect
    drive.draft("ramps.acceleration", 1234)
    connect(drive)
    expect(drive.differences).to eq([{ "key" => "ramps.acceleration", "project" => 1234, "why" => "draft" }])
    drive.settle(["ramps.acceleration"], "drive")
    expect([drive.drafts.count, drive.differences]).to eq([0, []])
  end

  it "is silent when nothing differs, and when a draft is in the drive already" do
    drive.disconnect
    drive.draft("ramps.acceleration", 1234)
    other_master("ramps.acceleration" => 1234)
    connect(drive)
    expect([drive.differences.pluck("why"), drive.drafts.count]).to eq([[], 0])
  end

  it "writes into the history who changed what: Gallop with the name, others as others" do
    Current.author = "Robin"
    drive.draft("ramps.acceleration", 4000)
    WriteBatch.prepare(drive, ["ramps.acceleration"]).run
    other_master("ramps.acceleration" => 4500)
    wait_until("the change to be noticed") { ValueChange.exists?(drive: drive) }
    expect(
      ValueHistory
        .new(drive, "ramps.acceleration")
        .steps
        .map { |step| [step.before, step.after, step.how, step.author] }
    ).to eq([[4000, 4500, "elsewhere", ""], [3000, 4000, "written", "Robin"]])
    expect(drive.reload.differences).to be_empty
  end

  it "knows what a killed server had written, and does not call it somebody else's" do
    drive.draft("ramps.acceleration", 4000)
    batch = WriteBatch.prepare(drive, ["ramps.acceleration"])
    allow(batch).to receive(:finish).and_return(batch)
    batch.run
    drive.disconnect
    drive.reading.update!(live: drive.live.merge("ramps.acceleration" => 3000))
    connect(drive)
    expect([drive.differences, ValueChange.count]).to eq([[], 0])
  end

  describe "of a drive that keeps nothing" do
    let(:drive) { commissioned(@paddock, "Roll tug") }

    it "notices that it came back with factory values, and writes the set again in one action" do
      written = drive.live_settings
      @paddock.set("Roll tug", mains: false)
      wait_until("lost") { !drive.online? }
      @paddock.set("Roll tug", mains: true)
      wait_until("back") { drive.online? && drive.reload.differences.any? }
      expect(drive.differences.pluck("why").uniq).to eq(["restart"])
      expect(drive.live_values["motor.pole_pairs"]).to eq(1)
      batch = drive.write_again
      expect([batch.state, drive.reload.differences, drive.live_settings]).to eq(["done", [], written])
    end

    it "remembers the set over two losses in a row" do
      drive.disconnect
      @paddock.set("Roll tug", mains: false)
      wait_until("dark") { @paddock.see("Roll tug")["state"] == "off" }
      @paddock.set("Roll tug", mains: true)
      connect(drive)
      first = drive.differences
      drive.restart
      expect(drive.reload.differences).to match_array(first)
    end

    it "has nothing to store in" do
      expect { drive.store }.to raise_error(Gallop::Objects::Unacceptable, /keeps nothing when power goes/)
      expect(Tray.new(drive).unstored).to be_empty
    end
  end
end
