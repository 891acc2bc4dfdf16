# frozen_string_literal: true

# A set of values on its way to the drive, journalled: the lines are in the database before the first word goes out,
# and each is marked when it was read back. What a crash cuts short can be resumed or undone.
class WriteBatch < ApplicationRecord
  INTERRUPTED = Undertaking::INTERRUPTED
  STATES = %w[running interrupted done failed undone].freeze
  CUT_SHORT = "The server ended while the batch was under way."
  LOGGED_AS = "write"
  TOPIC = "batch"

  include Undertaking
  include Runnable

  # A batch that cannot be resumed or undone any more.
  class Closed < Gallop::Refusal
    kind :not_now

    def initialize = super("This batch is finished; there is nothing to resume or to undo.")
  end

  has_many :lines, -> { in_order }, class_name: "WriteLine", dependent: :delete_all

  # @param keys [Array<String>] drafted settings @param yes [Array<String>] those that may be a hazard
  # @return [WriteBatch] written down, nothing sent yet
  # @raise [Motion::NotHeld, Motion::Unconfirmed, Undertaking::Busy]
  def self.prepare(drive, keys, yes: [])
    drafts = drive.drafts.where(key: keys).index_by(&:key)
    unknown = keys - drafts.keys
    raise Gallop::Objects::Unacceptable, "Not drafted: #{unknown.first(3).join(", ")}." if unknown.any?
    drive.authority.permit!(:write)
    drive.authority.permit_values!(drafts.transform_values(&:raw), yes: yes)
    begin_on(drive) { |batch| batch.write_down(in_order(drive, keys), drafts) }
  end

  # In the order of the dictionary, in which a limit comes before what it bounds.
  def self.in_order(drive, keys) =
    keys.sort_by { |key| drive.profile.fetch(key).then { |entry| [entry.index, entry.subindex] } }
  private_class_method :in_order

  # Cut short or refused in part, or under way.
  scope :unfinished, -> { where(state: [INTERRUPTED, "failed", Undertaking::RUNNING]) }

  # @param keys [Array<String>] in the order in which they go out @param drafts [Hash{String => Draft}]
  def write_down(keys, drafts)
    live = drive.live_values
    rows = keys.each_with_index.map { |key, n| { position: n, key: key, before: live[key], wanted: drafts[key].raw } }
    lines.insert_all!(rows) if rows.any?
  end

  def confirmed_count = lines.count { |line| %w[confirmed adjusted].include?(line.state) }
  def what_is_under_way = "Another batch is being written to #{drive.name}."
end
