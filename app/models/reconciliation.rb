# frozen_string_literal: true

# All values of a drive as they were just read, against what the project knew. Whatever differs and was not written by
# Gallop goes into the history; on connecting it is also laid before the technician as differences, never settled
# silently.
class Reconciliation
  TURN = 2**32 # ms
  MINUTE = 1.minute
  SLACK = 500 # ms between the clocks of drive and laptop
  DRIFT = 0.02 # of the time that has gone by

  # @param before [Hash] live values that this connection had already; empty when it was just made
  # @param replaced [Boolean] whether another drive answers than before
  def initialize(drive, profile:, live:, stored:, before: {}, replaced: false)
    @drive = drive
    @profile = profile
    @live = live
    @stored = stored
    @before = before
    @replaced = replaced
  end

  def record
    @drive.with_lock do
      changed = changes
      note(changed) if changed.any?
      @drive.log("restart", "The drive was restarted", restart_text(changed)) if restarted?
      @drive.update!(
        live: kept,
        stored: @stored,
        starts: @live["device.starts"],
        uptime: @live["device.uptime"],
        read_at: Time.current,
        differences: differences(changed)
      )
    end
  end

  # The start counter tells; a drive that keeps nothing has none, and gives itself away by its time since start.
  def restarted?
    return false if @drive.starts.nil? || @replaced
    return @live["device.starts"] != @drive.starts unless @profile.volatile?
    return false unless fresh? # it would have ended the connection
    gone_by = (Time.current - @drive.read_at) * 1000 % TURN
    run = (@live["device.uptime"] - @drive.uptime) % TURN # it begins anew after 49.7 days
    run > TURN / 2 || gone_by > run + SLACK + DRIFT * gone_by
  end

  private

  def fresh? = @before.empty?
  def known = fresh? ? @drive.live : @before
  def kept = @live.slice(*@profile.settings.map(&:key))

  # @return [Array<Objects::Entry>] settings that are no longer what they were, and not by a batch of ours
  def changes
    differing = @profile.settings.select { |entry| known.key?(entry.key) && known[entry.key] != @live[entry.key] }
    differing.reject { |entry| ours(differing)[entry.key] == @live[entry.key] }
  end

  # What batches and tests left in the drive that had not ended when it was last read, for a server that was killed
  # before it could note it.
  def ours(differing)
    @ours ||= of_batches(differing.map(&:key)).merge(of_tests)
  end

  def of_batches(keys)
    batches = @drive.write_batches
    late = batches.where(ended_at: nil).or(batches.where(ended_at: (@drive.read_at || Time.at(0))..))
    WriteLine
      .where(write_batch_id: late.select(:id), key: keys, state: %w[sent confirmed adjusted])
      .order(:id)
      .to_h { |line| [line.key, line.read_back || line.wanted] }
  end

  def of_tests = @drive.loans.outstanding.order(:id).to_h { |loan| [loan.key, loan.lent] }

  # Somebody who writes the same value all the time makes one row of the history a minute, and one line of the logbook.
  def note(changed)
    recent = @drive.value_changes.where(key: changed.map(&:key), how: why, at: MINUTE.ago..).index_by(&:key)
    again, fresh = changed.partition { |entry| recent.key?(entry.key) }
    again.each { |entry| recent[entry.key].update!(after: @live[entry.key]) }
    return if fresh.empty?
    ValueChange.insert_all!(fresh.map { |entry| change(entry) })
    unless restarted?
      @drive.log("link", "#{counted(fresh)} changed by somebody else", fresh.first(12).map(&:name).join(", "))
    end
  end

  def change(entry)
    {
      drive_id: @drive.id,
      key: entry.key,
      before: known[entry.key],
      after: @live[entry.key],
      how: why,
      at: Time.current
    }
  end

  def counted(entries) = "#{entries.size} value#{"s" if entries.size > 1}"

  def why
    return "replacement" if @replaced
    restarted? ? "restart" : "elsewhere"
  end

  # Rows that were not settled yet stay, as long as they still differ.
  def differences(changed)
    rows = @drive.differences.index_by { |row| row["key"] }
    return still_differing(rows) unless fresh? || restarted?
    changed.each { |entry| rows[entry.key] ||= row(entry, known[entry.key], why) }
    @drive.drafts.each { |draft| drafted(rows, draft) } if fresh?
    still_differing(rows)
  end

  def drafted(rows, draft)
    entry = @profile[draft.key]
    rows[draft.key] = row(entry, draft.raw, "draft") if entry
  end

  def row(entry, project, why) = { "key" => entry.key, "project" => project, "why" => why }

  def still_differing(rows)
    rows.values.select { |row| @live.key?(row["key"]) && @live[row["key"]] != row["project"] }
  end

  def restart_text(changed)
    return "All settings are as before." if changed.empty?
    "#{changed.size} value#{"s" if changed.size > 1} that had not been stored fell back: " \
      "#{changed.first(8).map(&:name).join(", ")}"
  end
end
