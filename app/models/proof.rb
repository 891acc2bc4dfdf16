# frozen_string_literal: true

# The kept result of a test. It rests on the device that it was taken with, that one's firmware, values, and facts; it
# is stale once one of them is another.
class Proof < ApplicationRecord
  DIRECTION = "direction"
  HAND_TURN = "hand_turn"
  SENSOR_OFFSET = "sensor_offset"
  VERDICTS = %w[proven failed].freeze

  belongs_to :drive

  validates :verdict, inclusion: { in: VERDICTS }

  # The last of each kind.
  scope :latest, -> { where(id: group(:drive_id, :kind).select("MAX(id)")) }

  # @param values [Array<String>] keys, @param facts [Hash{String => Array<String>}] by stage, on which it rests
  def self.keep(drive, kind:, verdict:, result:, values:, facts:)
    create!(
      drive: drive,
      kind: kind,
      verdict: verdict,
      result: result,
      author: Current.author.to_s,
      taken_at: Time.current,
      inputs: drive.live_values.slice(*values),
      facts: facts_of(drive, facts),
      device: drive.identity["serial"].to_s,
      firmware: drive.identity["firmware"].to_s
    )
  end

  # Whether a value is what it has found. @param raw [Object] of the drive's entry
  def found?(key, raw)
    entry = drive.profile&.[](key)
    !entry.nil? && estimates.any? { |one| one["key"] == key && entry.raw(one["figure"]) == raw }
  end

  # What was seen, in a sentence. @return [String]
  def headline = result["headline"].to_s

  # @return [Array<Hash>] label and text of each line that was seen
  def rows = result.fetch("rows", [])

  # @return [Array<Hash>] as they were worked out
  def findings = result.fetch("findings", [])

  # @return [Array<Hash>] key, figure and uncertainty of what was found
  def estimates = result.fetch("estimates", [])

  # @return [Hash{String => Float}] SI, for the tests that come after it
  def figures = result.fetch("figures", {})

  # @return [Hash{String => Hash{String => String, nil}}] as they are given now, by stage
  def self.facts_of(drive, wanted)
    wanted.to_h { |stage, keys| [stage, keys.index_with { |key| drive.given.dig(stage, key) }] }
  end

  # @return [String, nil] what is no longer as it was
  def stale_because
    return "another device answers" if differs?(device, drive.identity["serial"])
    return "the firmware is another" if differs?(firmware, drive.identity["firmware"])
    changed_value || changed_fact
  end

  def stale? = !stale_because.nil?

  # @return [String] proven, failed or stale
  def standing = stale? ? "stale" : verdict

  private

  # Of those taken before this was kept nothing is known.
  def differs?(was, is) = was.present? && was != is.to_s

  def changed_value
    values = drive.live_values
    return if values.empty?
    key, = inputs.find { |name, raw| values[name] != raw && !taken_over?(name, values[name]) }
    key && "#{drive.profile&.[](key)&.name || key} has another value"
  end

  # What a proof has found, and was taken over, leaves it as it is; one that failed has to be repeated with it.
  def taken_over?(key, raw) = verdict == "proven" && found?(key, raw)

  def changed_fact
    now = self.class.facts_of(drive, facts.transform_values(&:keys))
    stage, = facts.find { |name, texts| now[name] != texts }
    stage && "a fact of the stage #{stage.capitalize} has changed"
  end
end
