# frozen_string_literal: true

# The fault that is present on a drive, those that were, and all that its family knows. Without a link only the last.
class FaultPanel
  HISTORY = 8

  def initialize(drive)
    @drive = drive
    @connection = drive.connection if drive.online?
    @values = @connection && Turnstile.outside { @connection.ask { |wire| wire.read(history_entries(wire.profile)) } }
  end

  def known = @drive.profile.faults.values

  def present
    code = @connection&.samples&.last&.fault_code.to_i
    code.zero? ? nil : @drive.profile.fault(code)
  end

  # What came before it. @return [Integer, nil] id of the trace
  def trace_id = present && @drive.traces.where(kind: "fault", fault_code: present.code).maximum(:id)

  # @return [Array<Hash>] fault, drive time and seconds ago, latest first; none where the drive keeps none
  def history
    return [] if @values.nil?
    (1..HISTORY).filter_map do |n|
      code = @values["history.code_#{n}"] or next
      time = @values["history.time_#{n}"]
      unless code.zero?
        { fault: @drive.profile.fault(code), time: time, ago: @values["statistics.powered_time"] - time }
      end
    end
  end

  private

  def history_entries(profile)
    profile.entries.select { |entry| entry.group == "history" } << profile.fetch("statistics.powered_time")
  end
end
