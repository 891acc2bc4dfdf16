# frozen_string_literal: true

# One thing that the technician knows about the machine, as typed.
class Fact < ApplicationRecord
  belongs_to :drive

  validates :key, :stage, presence: true, length: { maximum: 60 }
  validates :text, presence: true, length: { maximum: 60 }
  # @return [Hash{Integer => Hash{String => Hash{String => String}}}] texts by drive, stage and key
  def self.texts(drive_ids)
    stages =
      where(drive_id: drive_ids).group(:drive_id, :stage).pluck(
        :drive_id,
        :stage,
        Arel.sql("json_group_object(key, text)")
      )
    by_drive = stages.group_by(&:first)
    drive_ids.index_with { |id| by_drive.fetch(id, []).to_h { |_, stage, texts| [stage, JSON.parse(texts)] } }
  end

  validates :source, inclusion: { in: %w[typed library measured] }
end
