# frozen_string_literal: true

# What would be left undone if one went away from a drive now, the most urgent first, each with the place where it is
# settled.
class OpenEnds
  TRAY = "tray"

  # @!attribute id [String] @!attribute sentence [String] @!attribute place [String] tray, or a stage
  End = Gallop::Record.define(:id, :sentence, :place)

  # @param stages [Array<Course::Stage>] of the drive
  def initialize(drive, stages)
    @drive = drive
    @stages = stages
    @tray = drive.tray
  end

  # @return [Array<End>]
  def all
    return [] unless @drive.profile
    @all ||= [interrupted, differences, drafted, restart, unstored, unproven].compact
  end

  private

  def open_end(id, count, place)
    End.new(id: id, sentence: yield, place: place) if count.positive?
  end

  def interrupted
    count = @drive.unfinished_batches.size
    open_end("interrupted", count, TRAY) { "#{counted(count, "batch", "batches")} written in part" }
  end

  def differences
    count = @drive.differences.size
    open_end("differences", count, "connect") { "#{counted(count, "value")} of the drive not as the project knew it" }
  end

  def drafted
    count = @tray.drafted.size
    open_end("drafted", count, TRAY) { "#{counted(count, "value")} drafted and not written" }
  end

  def restart
    count = @tray.waiting_for_restart
    open_end("restart", count, TRAY) { "#{counted(count, "value")} waiting for a restart" }
  end

  def unstored
    count = @tray.unstored.size
    open_end("unstored", count, TRAY) { "#{counted(count, "value")} not stored, gone when power goes" }
  end

  # Once there is a motor to be moved.
  def unproven
    stage = @stages.find { |one| one.id == "verify" }
    return if stage.nil? || stage.state == "proven" || @drive.given["motor"].blank?
    what = stage.state == "stale" ? "The proof of the direction is stale" : "The direction is not proven"
    open_end("unproven", 1, "verify") { what }
  end

  def counted(count, one, many = "#{one}s") = "#{count} #{count == 1 ? one : many}"
end
