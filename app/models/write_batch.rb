# frozen_string_literal: true

# A set of values on its way to the drive, journalled: the lines are in the database before the first word goes out, and each is marked
# when it was read back. What a crash cuts short can be resumed or undone.
class WriteBatch < ApplicationRecord
  include Runnable

  STATES = %w[running interrupted done failed undone].freeze

  # A batch that cannot be resumed or undone any more.
  class Closed < StandardError
    def initialize = super("This batch is finished; there is nothing to resume or to undo.")
  end

  # Another batch is on its way to the same drive.
  class Busy < StandardError
    def initialize = super("Another batch is being written to this drive. Wait until it has ended.")
  end

  belongs_to :drive
  has_many :lines, -> { in_order }, class_name: "WriteLine", dependent: :delete_all

  validates :state, inclusion: { in: STATES }

  scope :newest_first, -> { order(id: :desc) }

  # @param keys [Array<String>] drafted settings @return [WriteBatch] written down, nothing sent yet
  def self.prepare(drive, keys)
    drafts = drive.drafts.where(key: keys).index_by(&:key)
    unknown = keys - drafts.keys
    raise Gallop::Objects::Unacceptable, "Not drafted: #{unknown.first(3).join(', ')}." if unknown.any?
    live = drive.live_values
    transaction do
      raise Busy if drive.write_batches.exists?(state: "running")
      create!(drive: drive, author: Current.author.to_s).tap do |batch|
        rows = in_order(drive, keys).each_with_index.map { |key, n| { position: n, key: key, before: live[key], wanted: drafts[key].raw } }
        batch.lines.insert_all!(rows) if rows.any?
      end
    end
  end

  # In the order of the dictionary, in which a limit comes before what it bounds.
  def self.in_order(drive, keys) = keys.sort_by { |key| drive.profile.fetch(key).then { |entry| [ entry.index, entry.subindex ] } }
  private_class_method :in_order

  # At the start of the server: what was running was cut short.
  def self.mark_interrupted
    where(state: "running").find_each { |batch| batch.interrupt("The server ended while the batch was under way.") }
  end

  def confirmed_count = lines.count { |line| %w[confirmed adjusted].include?(line.state) }
end
