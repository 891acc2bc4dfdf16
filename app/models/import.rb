# frozen_string_literal: true

# A settings file that was handed in: kept as it came, reviewed against the drive each time it is looked at, until a
# score of others have come. Nothing of it goes anywhere but into the draft.
class Import < ApplicationRecord
  KEPT = 20 # of each drive

  belongs_to :drive

  after_create { drive.imports.where.not(id: drive.imports.order(id: :desc).limit(KEPT).select(:id)).delete_all }

  normalizes :name, with: ->(name) { File.basename(name.to_s.tr("\\", "/")).squish }
  validates :name, presence: true, length: { maximum: 120 }
  validates :content, length: { maximum: Gallop::Files::LONGEST, message: "is larger than 2 MB" }

  def review
    @review ||=
      begin
        current = drive.drafted_values
        plain =
          Workshop.run(
            :review,
            content,
            family: drive.profile.family,
            version: drive.profile.version,
            name: name,
            current: current
          )
        Gallop::Files::Review.from_plain(drive.profile, plain, current: current)
      end
  end

  # @return [Hash{String => Object}] raw by key of all that the drive could hold
  def values =
    review
      .lines
      .select { |line| line.raw && %w[change same].include?(line.status) }
      .to_h { |line| [line.entry.key, line.raw] }

  # @param keys [Array<String>, nil] nil takes all that would change something @return [Integer]
  def take(keys = nil)
    changes = review.changes.to_h { |line| [line.entry.key, line.raw] }
    unknown = Array(keys) - changes.keys
    raise Gallop::Objects::Unacceptable, "#{unknown.first} is no change of this file." if unknown.any?
    chosen = keys ? changes.slice(*keys) : changes
    drive
      .draft_all(chosen, reason: "file “#{name}”".truncate(200))
      .tap do |count|
        drive.log("project", "File “#{name}” taken into the draft", "#{count} of #{changes.size} changes")
      end
  end
end
