# frozen_string_literal: true

require "rails_helper"

RSpec.describe Housekeeping do
  let(:drive) { create_drive(nil) }
  let(:other) { create_drive(nil, "Web feed") }

  def update(of, version) =
    of.firmware_updates.create!(
      file_name: "x",
      image: "bytes",
      to_version: version,
      state: "done",
      created_at: Time.current
    )

  it "keeps the last of what grows, drive by drive, with what hangs on them" do
    stub_const(
      "#{described_class}::CAPS",
      [described_class::Cap.new(WriteBatch, :drive_id, 2), described_class::Cap.new(ValueChange, :drive_id, 3)]
    )
    batches =
      Array.new(4) do
        drive.write_batches.create!(state: "done").tap { |batch| batch.lines.insert_all!([{ position: 0, key: "x" }]) }
      end
    kept = other.write_batches.create!(state: "done")
    [5, 2].zip([drive, other]) do |count, of|
      count.times do |n|
        of.value_changes.create!(key: "x", how: "elsewhere", before: n, after: n + 1, at: Time.current)
      end
    end
    described_class.run
    expect(WriteBatch.order(:id).pluck(:id)).to eq(batches.last(2).map(&:id) + [kept.id])
    expect(WriteLine.distinct.pluck(:write_batch_id)).to match_array(batches.last(2).map(&:id))
    expect([drive.value_changes.order(:id).pluck(:after), other.value_changes.count]).to eq([[3, 4, 5], 2])
  end

  it "keeps the image of a drive's last firmware update alone, which can be repeated" do
    updates = [update(drive, "1.0.0"), update(other, "1.1.0"), update(drive, "1.1.0")]
    described_class.run
    expect(updates.map { |one| one.reload.image }).to eq(["", "bytes", "bytes"])
  end
end
