# frozen_string_literal: true

# Who did what, when. Entries are written once and never changed.
class LogbookEntry < ApplicationRecord
  KINDS = %w[link write store restart motion stop fault gait reins proof test project firmware].freeze

  belongs_to :project
  belongs_to :drive, optional: true
  # Without settings and samples.
  has_one :trace, -> { select(:id, :logbook_entry_id) }

  validates :kind, inclusion: { in: KINDS }

  scope :newest_first, -> { order(at: :desc, id: :desc) }

  def readonly? = persisted?
end
