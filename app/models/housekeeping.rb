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
    Cap.new(FirmwareUpdate, :drive_id, 200)
  ].freeze

  module_function

  def run
    CAPS.each { |cap| trim(cap) }
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

  # Only the last of a drive can be repeated.
  def drop_images
    last = FirmwareUpdate.group(:drive_id).select("MAX(id)")
    FirmwareUpdate.where.not(id: last).where("LENGTH(image) > 0").update_all(image: "".b)
  end
end
