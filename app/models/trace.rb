# frozen_string_literal: true

# Signals that were recorded together, with the settings that the drive had. A row a signal, its samples packed and
# compressed: never among the facts that every page asks for. Evenly sampled ones have an interval and the place of the
# trigger; of others the times are a column of their own.
class Trace < ApplicationRecord
  TIME = "time"
  KINDS = %w[test memory roll fault file].freeze

  attribute :settings, KeptJson.new

  belongs_to :drive
  belongs_to :run, optional: true
  belongs_to :recording, optional: true
  belongs_to :logbook_entry, optional: true
  has_many :signals, -> { order(:part, :id) }, class_name: "TraceSignal", dependent: :delete_all

  normalizes :name, with: ->(name) { name.squish }
  validates :kind, inclusion: { in: KINDS }
  validates :name, length: { maximum: 80 }
  validates :note, length: { maximum: 2000 }
  validate :tags_are_words

  scope :newest_first, -> { order(taken_at: :desc, id: :desc) }
  # For lists: without the settings, which are long.
  scope :in_brief, -> { select(column_names - %w[settings]) }

  class << self
    # At times of its own. @param at [Array<Float>] s from the beginning
    # @param columns [Hash{String => Array<Float>}] by the key of the entry
    def keep(drive, at:, columns:, run: nil)
      units = columns.keys.to_h { |key| [key, drive.profile.fetch(key).then { |entry| [entry.name, entry.unit.to_s] }] }
      transaction do
        one = create!(**taken(drive), run: run, kind: "test", name: run&.title.to_s, size: at.size)
        one.signals.create!(key: TIME, name: "Time", unit: "s", column: at)
        columns.each do |key, column|
          name, unit = units.fetch(key)
          one.signals.create!(key: key, name: name, unit: unit, column: column)
        end
        one
      end
    end

    # Out of the memory of a drive. @param samples [Array<Array<Float>>] as they came, of each channel
    # @param channels [Array<Gallop::Objects::Signal>]
    def keep_memory(drive, channels, samples, **facts)
      transaction do
        one = create!(**taken(drive), size: samples.first.size, **facts)
        channels.zip(samples) { |channel, column| one.keep_channel(channel, column, drive.profile) }
        one
      end
    end

    private

    def taken(drive) =
      { drive: drive, taken_at: Time.current, author: Current.author.to_s, settings: drive.live_settings }
  end

  def keep_channel(channel, samples, profile)
    signals.create!(
      key: channel.key,
      name: channel.name,
      unit: channel.plain? ? channel.unit : Gallop::Traces.unit(channel, profile),
      bits: channel.bits,
      column: Gallop::Traces.shown(samples, channel, profile)
    )
  end

  # @return [Array<Float>] s, zero at the trigger
  def at
    return Array.new(size) { |n| (n - place) * interval } if interval
    whole.find { |signal| signal.key == TIME }&.column || []
  end

  # All but the time. @return [Array<TraceSignal, TraceSignal::Parts>]
  def recorded = whole.reject { |signal| signal.key == TIME }

  # What was recorded, and what is worked out of it. @return [Array<TraceSignal, DerivedSignal>]
  def columns = derived.reduce(recorded) { |known, row| known + [DerivedSignal.new(self, known, row)] }

  # @param row [Hash] kind, of, other, factor, offset, name, unit @raise [Gallop::Objects::Unacceptable]
  def derive(row)
    with_lock do
      key = "derived.#{derived.filter_map { |one| one["key"][/\d+\z/]&.to_i }.max.to_i + 1}"
      signal = DerivedSignal.new(self, columns, row.merge("key" => key)).check
      update!(derived: derived + [signal.row])
    end
  end

  # One that others are worked out of stays. @raise [Gallop::Objects::Unacceptable]
  def drop_derived(key)
    user = derived.find { |row| row.values_at("of", "other").include?(key) }
    raise Gallop::Objects::Unacceptable, "“#{user["name"]}” is worked out of it." if user
    update!(derived: derived.reject { |row| row["key"] == key })
  end

  # @return [Gallop::Traces::Columns]
  def samples = Gallop::Traces::Columns.new(at, columns.to_h { |signal| [signal.key, signal.column] })

  def title = name.presence || stimulus&.fetch("title", nil) || trigger.presence&.upcase_first || kind.upcase_first

  private

  # What was kept part by part, put together.
  def whole
    signals.group_by(&:key).map { |_, parts| parts.one? ? parts.first : TraceSignal::Parts.new(parts) }
  end

  def tags_are_words
    if tags.is_a?(Array) && tags.size <= 10 && tags.all? { |tag| tag.is_a?(String) && tag.length.between?(1, 30) }
      return
    end
    errors.add(:tags, "are at most 10 words of up to 30 letters each")
  end
end
