# frozen_string_literal: true

# All settings of a drive at one moment, with a name; kept for ever. Restoring it goes through the draft.
class Snapshot < ApplicationRecord
  belongs_to :drive

  normalizes :name, with: ->(name) { name.squish }
  validates :name, presence: true, length: { maximum: 80 }, uniqueness: { scope: :drive_id, case_sensitive: false }
  validates :note, length: { maximum: 500 }

  scope :newest_first, -> { order(taken_at: :desc, id: :desc) }

  # @return [Snapshot] of what the drive holds now, or held when it was last read
  def self.take(drive, name:, note: "")
    if drive.live_settings.empty?
      raise Gallop::Objects::Unacceptable, "#{drive.name} has never been read; there is nothing to keep yet."
    end
    create!(
      drive: drive,
      name: name,
      note: note,
      author: Current.author.to_s,
      firmware: drive.identity["firmware"].to_s,
      held: drive.live_settings,
      taken_at: Time.current
    ).tap { |snapshot| drive.log("project", "Snapshot “#{snapshot.name}” taken", "#{snapshot.held.size} values") }
  end

  # Everything that differs goes into the draft. @return [Integer] how many
  def restore
    drive
      .draft_all(held, reason: "snapshot “#{name}”".truncate(200))
      .tap { |count| drive.log("project", "Snapshot “#{name}” taken into the draft", "#{count} values differ") }
  end
end
