# frozen_string_literal: true

# What is asked of a drive by every page, whenever anything changes: its facts, its last proofs, what was left undone.
# Asked once of each drive object, and of many drives at once.
module Surveyed
  extend ActiveSupport::Concern

  included { has_many :facts, dependent: :delete_all }

  class_methods do
    # @return [Array<Drive>] of the relation, in a few questions however many they are
    def surveyed
      includes(:drafts, :reading).to_a.tap do |drives|
        ids = drives.map(&:id)
        given = Fact.texts(ids)
        proofs = Proof.latest.where(drive_id: ids).group_by(&:drive_id)
        batches = WriteBatch.unfinished.where(drive_id: ids).group_by(&:drive_id)
        left = Run.with_loans.where(drive_id: ids).index_by(&:drive_id)
        drives.each do |drive|
          drive.survey(
            given[drive.id],
            proofs.fetch(drive.id, []),
            batches.fetch(drive.id, []),
            [left[drive.id]].compact
          )
        end
      end
    end
  end

  # @return [Hash{String => Hash{String => String}}] facts as they were typed, by stage and key
  def given = @given ||= Fact.texts([id]).fetch(id)
  # @return [Array<Proof>] the last of each kind
  def latest_proofs = @latest_proofs ||= proofs.latest.to_a
  # Whether the drive holds what a test has found for a value: that is better than what follows from any sheet.
  def measured?(key) = latest_proofs.any? { |proof| proof.found?(key, live_values[key]) }

  # @return [Array<WriteBatch>] cut short or refused in part
  def unfinished_batches = (@unfinished_batches ||= write_batches.unfinished.to_a).reject(&:under_way?)

  # @return [Run, nil] a test that is under way, or one that has left something behind
  def shown_run = Run.of(id) || (@left_runs ||= runs.with_loans.to_a).last

  def survey(given = nil, proofs = nil, batches = nil, left = nil)
    @given = given
    @latest_proofs = proofs&.each { |proof| proof.association(:drive).target = self }
    @unfinished_batches = batches
    @left_runs = left
    @course = @tray = @open_ends = nil
  end

  # Facts were changed.
  def forget_given
    facts.reset
    @given = @course = @tray = @open_ends = nil
  end

  def reload(...)
    survey
    super
  end
end
