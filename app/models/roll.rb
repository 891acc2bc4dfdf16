# frozen_string_literal: true

# Live figures of a drive, poll by poll, for minutes to hours: kept part by part as they come, so that memory stays flat
# and a server that ends loses the last seconds alone. A link that is lost leaves a gap.
class Roll
  PART = 256 # samples, a dozen seconds
  MOST = 16 # figures
  CUT_SHORT = "The server ended while it was rolled."

  Standing = Struct.new(:trace_id, :seconds, :samples)

  # One is rolled already.
  class Taken < Gallop::Refusal
    kind :not_now

    def initialize(drive) = super("Live figures of #{drive.name} are rolled already. End that first.")
  end

  # By drive.
  @rolls = Concurrent::Map.new

  class << self
    def of(drive_id) = @rolls[drive_id]

    # On the link's thread, with every poll.
    def take(connection, sample) = @rolls[connection.drive_id]&.take(connection, sample)

    # @param keys [Array<String>] of live entries @return [Roll] @raise [Taken, Gallop::Objects::Unacceptable]
    def begin(drive, keys)
      entries = keys.map { |key| drive.profile.live.find { |entry| entry.key == key } || refuse(drive, key) }
      raise Gallop::Objects::Unacceptable, "At most #{MOST} figures can be rolled." if entries.size > MOST
      roll = new(drive, entries)
      raise Taken, drive if @rolls.put_if_absent(drive.id, roll)
      roll.tap(&:open)
    end

    # Its drive is no more.
    def forget(drive) = @rolls.delete(drive.id)

    def leave(drive_id, roll) = @rolls.delete_pair(drive_id, roll)

    # At the start of the server: what was growing was cut short.
    def mark_interrupted = Trace.where(growing: true).update_all(growing: false, note: CUT_SHORT)

    private

    def refuse(drive, key)
      raise Gallop::Objects::Unacceptable, "#{drive.profile.title} polls no figure “#{key.truncate(40)}”."
    end
  end

  def initialize(drive, entries)
    @drive = drive
    @entries = entries
    @mutex = Mutex.new
    @part = @taken = 0
    @seconds = 0.0
    empty
  end

  def open
    @trace =
      Trace.create!(
        drive: @drive,
        kind: "roll",
        growing: true,
        taken_at: Time.current,
        author: Current.author.to_s,
        settings: @drive.live_settings,
        trigger: "live figures"
      )
    announce
  rescue StandardError
    Roll.leave(@drive.id, self)
    raise
  end

  def standing = Standing.new(@trace&.id, @seconds, @taken)

  def take(connection, sample)
    return if @trace.nil?
    full =
      @mutex.synchronize do
        @began ||= sample.at
        @seconds = sample.at - @began
        @at << @seconds
        @entries.each_with_index { |entry, n| @columns[n] << entry.figure(sample.raw.fetch(entry.key)).to_f }
        @taken += 1
        part if @at.size >= PART
      end
    connection.note { Rails.application.executor.wrap { keep(full) } } if full
  end

  # What has come so far is kept, and no more.
  def finish
    Roll.leave(@drive.id, self)
    @drive.connection&.caught_up
    keep(@mutex.synchronize { part })
    Trace.where(id: @trace.id).update_all(growing: false)
    announce
  end

  private

  def empty
    @at = []
    @columns = @entries.map { [] }
  end

  # @return [Array] number, times and columns of what has come since the last part
  def part
    [@part, @at, @columns].tap do
      @part += 1
      empty
    end
  end

  def keep((number, at, columns))
    return if at.empty?
    Trace.transaction do
      return unless Trace.where(id: @trace.id).update_all(["size = size + ?", at.size]).positive? # deleted meanwhile
      row(number, Trace::TIME, "Time", "s", {}, at)
      @entries.zip(columns) { |entry, column| row(number, entry.key, entry.name, entry.unit, entry.bits, column) }
    end
    announce
  end

  def row(number, key, name, unit, bits, column)
    TraceSignal.create!(trace_id: @trace.id, part: number, key: key, name: name, unit: unit, bits: bits, column: column)
  end

  def announce = Link::Feed.changed(@drive.id, "traces", "recorder")
end
