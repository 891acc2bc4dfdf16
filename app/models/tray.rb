# frozen_string_literal: true

# What is pending for one drive at each step: drafted, live but not stored, waiting for a restart.
class Tray
  Line = Gallop::Record.define(:entry, :draft, :live, :stored, :reason, :problem)

  def initialize(drive)
    @drive = drive
  end

  def drafted
    @drafted ||= @drive.profile.nil? ? [] : drafted_lines
  end

  def unstored
    @unstored ||=
      (
        if @drive.profile.nil? || @drive.profile.volatile?
          []
        else
          entries.reject { |entry| stored[entry.key] == live[entry.key] }.map { |entry| line(entry) }
        end
      )
  end

  def waiting_for_restart
    connection = @drive.connection
    return 0 unless connection&.online? && connection.samples.last
    connection.samples.last.raw.fetch("storage.waiting_for_restart")
  end

  def restart_drafted = drafted.count { |line| line.entry.effect == "after_restart" }

  private

  def live = @live ||= @drive.live_values
  def stored = @stored ||= @drive.stored_values
  def entries = @drive.profile.settings.select { |entry| live.key?(entry.key) && stored.key?(entry.key) }

  def drafted_lines
    @drive
      .drafts
      .sort_by(&:id)
      .filter_map do |draft|
        entry = @drive.profile[draft.key] or next
        line(entry, draft) unless live[entry.key] == draft.raw
      end
  end

  def line(entry, draft = nil)
    Line.new(
      entry: entry,
      draft: draft&.raw,
      live: live[entry.key],
      stored: stored[entry.key],
      reason: draft&.reason,
      problem: nil
    )
  end
end
