# frozen_string_literal: true

# A machine, or a part of one, whose drives are commissioned together.
class Project < ApplicationRecord
  has_many :drives, -> { order(:id) }, dependent: :destroy
  has_many :logbook_entries, dependent: :delete_all

  # What was done last. @return [LogbookEntry, nil]
  def last_entry = logbook_entries.newest_first.first

  after_commit { Link::Feed.announce(:projects) }

  normalizes :name, with: ->(name) { name.squish }
  validates :name, presence: true, length: { maximum: 80 }, uniqueness: { case_sensitive: false }
  validates :note, length: { maximum: 500 }
end
