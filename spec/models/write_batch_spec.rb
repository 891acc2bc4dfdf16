# frozen_string_literal: true

require "rails_helper"

RSpec.describe WriteBatch, :paddock do
  let(:drive) { connect(create_drive(@paddock)) }

  def draft(values)
    values.each { |key, raw| drive.draft(key, raw) }
    drive.drafts.reset
  end

  it "is written down before anything is sent" do
    draft("ramps.acceleration" => 5000, "ramps.deceleration" => 7000)
    batch = described_class.prepare(drive, %w[ramps.acceleration ramps.deceleration])
    expect(batch.lines.map(&:attributes)).to match(
      [
        include("key" => "ramps.acceleration", "before" => 3000, "wanted" => 5000, "state" => "pending"),
        include("key" => "ramps.deceleration", "before" => 6000, "wanted" => 7000, "state" => "pending")
      ]
    )
    expect(drive.connection.ask { |wire| wire.read_one("ramps.acceleration") }).to eq(3000)
  end

  it "confirms each line by what the drive reads back, and empties the draft" do
    draft("ramps.acceleration" => 5000, "device.label" => "Schlitten")
    batch = described_class.prepare(drive, drive.drafts.pluck(:key)).run
    expect(batch).to have_attributes(state: "done", confirmed_count: 2)
    expect(drive.drafts.reload).to be_empty
    expect(drive.live_values).to include("ramps.acceleration" => 5000, "device.label" => "Schlitten")
    expect(Tray.new(drive).unstored.map { |line| line.entry.key }).to contain_exactly(
      "ramps.acceleration",
      "device.label"
    )
    drive.store
    expect(Tray.new(drive).unstored).to be_empty
  end

  it "has all values read once when it has ended, and not with every poll" do
    keys = (1..8).flat_map { |n| ["moves.position_#{n}", "moves.dwell_#{n}", "moves.speed_#{n}"] }
    draft(keys.index_with { 77 })
    allow(Diary).to receive(:values_read).and_call_original
    expect(described_class.prepare(drive, keys).run.confirmed_count).to eq(24)
    polled = drive.connection.samples.last.at + 0.3
    wait_until("some polls") { drive.connection.samples.last.at > polled }
    expect(Diary).to have_received(:values_read).once
  end

  it "keeps a refused line in the draft, with the drive's reason" do
    commissioned_drive = drive
    draft("motor.pole_pairs" => 4, "ramps.acceleration" => 5000)
    allow_any_instance_of(Wire::Device).to receive(:write).and_wrap_original do |original, key, raw|
      if key == "motor.pole_pairs"
        raise(Wire::Refused.new(4, "not while operation is enabled"))
      else
        original.call(key, raw)
      end
    end
    batch = described_class.prepare(commissioned_drive, %w[motor.pole_pairs ramps.acceleration]).run
    expect(batch).to have_attributes(state: "failed", confirmed_count: 1)
    expect(batch.lines.first).to have_attributes(state: "refused", message: /not while operation is enabled/)
    expect(drive.drafts.reload.pluck(:key)).to eq(["motor.pole_pairs"])
  end

  it "is interrupted by a lost link, and undone afterwards" do
    keys = %w[cells.cell moves.position moves.speed moves.dwell].flat_map { |name| (1..8).map { |n| "#{name}_#{n}" } }
    draft(keys.to_h { |key| [key, 77] })
    batch = described_class.prepare(drive, drive.drafts.pluck(:key))
    sent = 0
    allow_any_instance_of(Wire::Device).to receive(:write).and_wrap_original do |original, key, raw|
      @paddock.set("Carriage", cable: false) if (sent += 1) == 15
      original.call(key, raw)
    end
    batch.run
    expect(batch).to have_attributes(state: "interrupted", confirmed_count: 14)
    wait_until("the loss") { !drive.online? } # whoever asked hears of it a moment earlier
    @paddock.set("Carriage", cable: true)
    wait_until("online") { drive.online? }
    batch.reload.undo
    expect(batch.state).to eq("undone")
    held = drive.connection.ask { |wire| wire.read(keys.map { |key| wire.profile.fetch(key) }) }
    expect(held).to eq(keys.to_h { |key| [key, drive.profile.fetch(key).default_raw] })
  end

  it "is interrupted, and not left running, by an error of our own" do
    draft("ramps.acceleration" => 5000)
    batch = described_class.prepare(drive, ["ramps.acceleration"])
    allow(drive.connection).to receive(:took).and_raise("a bug")
    allow(batch.drive).to receive(:connection!).and_return(drive.connection)
    expect { batch.run }.to raise_error("a bug")
    expect(batch.reload).to have_attributes(state: "interrupted", message: /error of its own/)
  end

  it "goes alone: a second one is refused while it is under way" do
    draft("ramps.acceleration" => 5000, "ramps.deceleration" => 7000)
    described_class.prepare(drive, ["ramps.acceleration"])
    expect { described_class.prepare(drive, ["ramps.deceleration"]) }.to raise_error(Undertaking::Busy)
    expect(described_class.count).to eq(1)
  end

  it "marks what a dead server left running" do
    draft("ramps.acceleration" => 5000)
    batch = described_class.prepare(drive, ["ramps.acceleration"])
    Undertaking.mark_interrupted
    expect(batch.reload).to have_attributes(state: "interrupted")
    expect(batch.resume).to have_attributes(state: "done")
    expect { batch.undo }.to raise_error(described_class::Closed)
  end
end
