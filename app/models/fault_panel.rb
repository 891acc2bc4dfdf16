# frozen_string_literal: true

# The fault that is present on a drive, and those that were.
class FaultPanel
  HISTORY = 8

  def initialize(drive)
    @drive = drive
    @connection = drive.connection!
    @values = @connection.ask { |wire| wire.read(history_entries(wire.profile)) }
  end

  def present
    code = @connection.samples.last&.fault_code.to_i
    code.zero? ? nil : @drive.profile.fault(code)
  end

  def drive_time = @values["statistics.powered_time"]

  # @return [Array<Hash>] fault, drive time and seconds ago, latest first
  def history
    (1..HISTORY).filter_map do |n|
      code = @values["history.code_#{n}"]
      time = @values["history.time_#{n}"]
      { fault: @drive.profile.fault(code), time: time, ago: drive_time - time } unless code.zero?
    end
  end

  private

  def history_entries(profile)
    profile.entries.select { |entry| entry.group == "history" } << profile.fetch("statistics.powered_time")
  end
end
