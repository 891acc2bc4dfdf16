# frozen_string_literal: true

# What grows with every day of use has an end: the oldest rows go when a server starts. Facts, snapshots and proofs are
# never touched.
module Housekeeping
  Cap = Struct.new(:model, :per, :most)

  # About a year of daily commissioning.
  CAPS = [
    Cap.new(LogbookEntry, :project_id, 50_000),
    Cap.new(ValueChange, :drive_id, 50_000),
    Cap.new(WriteBatch, :drive_id, 2_000),
    Cap.new(FirmwareUpdate, :drive_id, 200),
    Cap.new(Recording, :drive_id, 2_000)
  ].freeze
  FAULT_TRACES = 200 # of a drive, beside those that somebody has named, noted or pinned

  module_function

  def run
    CAPS.each { |cap| trim(cap) }
    drop_fault_traces
    drop_images
  end

  def trim(cap)
    cap
      .model
      .group(cap.per)
      .having("COUNT(*) > ?", cap.most)
      .pluck(cap.per)
      .each do |owner|
        of_owner = cap.model.where(cap.per => owner)
        oldest_kept = of_owner.order(id: :desc).offset(cap.most - 1).pick(:id)
        of_owner.where(id: ...oldest_kept).delete_all # their lines go with the batches (foreign key)
      end
  end

  # They come by themselves.
  def drop_fault_traces
    untouched = Trace.where(kind: "fault", name: "", note: "", pinned: false)
    untouched
      .distinct
      .pluck(:drive_id)
      .each do |drive_id|
        newest = untouched.where(drive_id: drive_id).order(id: :desc).limit(FAULT_TRACES)
        untouched.where(drive_id: drive_id).where.not(id: newest.select(:id)).find_each(&:destroy)
      end
  end

  # Only the last of a drive can be repeated.
  def drop_images
    last = FirmwareUpdate.group(:drive_id).select("MAX(id)")
    FirmwareUpdate.where.not(id: last).where("LENGTH(image) > 0").update_all(image: "".b)
  end
end
