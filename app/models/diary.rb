# frozen_string_literal: true

# What a link notices goes into the database and the logbook. Called on the link's thread; the writing is left to its
# clerk. Links know it by Link::Connection.diary (config/initializers/link.rb).
module Diary
  module_function

  def connected(connection)
    identity = connection.identity
    live = connection.live
    with_drive(connection) do |drive|
      drive.log(
        "link",
        "Connected",
        "#{identity.model}, serial #{identity.serial}, firmware #{identity.firmware}, #{live.size} values read"
      )
      Sighting.seen(drive.host, drive.port, drive.unit, identity, live)
    end
    with_drive(connection) { |drive| return_loans(drive) }
    with_drive(connection) do |drive|
      Recording.resume(drive)
      FaultTrace.collect(drive)
    end
  end

  # What a test that was cut short has left in the drive.
  def return_loans(drive)
    Loan.return_what_was_left(drive)
  rescue Wire::Lost, Wire::Refused, Link::Offline, Link::Late, Motion::OutOfState, Undertaking::Busy => e
    drive.log("test", "Values that a test had borrowed are not back yet", e.message)
  end

  # @param before [Hash] the live values as they were before, empty at first
  def values_read(connection, before)
    identity = connection.identity
    values = { live: connection.live, stored: connection.stored, before: before }
    with_drive(connection) do |drive|
      replaced = note_identity(drive, identity)
      Reconciliation.new(drive, profile: identity.profile, replaced: replaced, **values).record
      drive.settle_drafts
      Link::Feed.changed(drive.id, "values", "tray")
    end
  end

  # @return [Boolean] whether another drive answers than before
  def note_identity(drive, identity)
    known = drive.identity["serial"]
    replaced = known.present? && known != identity.serial
    drive.log("link", "Another drive answers than before", "serial #{identity.serial} instead of #{known}") if replaced
    drive.update!(identity: identity.as_json, family: identity.profile.family)
    replaced
  end

  def lost(connection, reason)
    with_drive(connection) { |drive| drive.log("link", "Connection lost", reason) }
  end

  def dead_man(connection)
    with_drive(connection) do |drive|
      drive.log("stop", "Stopped by the dead-man", "The browser that held the reins gave no sign of life.")
      Link::Feed.changed(drive.id, "motion", "logbook")
    end
  end

  # Somebody else starts the motor, within the gait.
  def supervised(connection, gait)
    with_drive(connection) do |drive|
      drive.log(
        "gait",
        "#{connection.motion.started_by} may start it, held to #{gait.name}",
        "as long as the reins are held"
      )
      Link::Feed.changed(drive.id, "motion", "logbook")
    end
  end

  def reins_let_go(connection)
    Drive.find_by(id: connection.drive_id)&.log_later("reins", "Reins let go: the browser tab was closed")
  end

  # Each poll; and faults that come and go between two of them.
  def noticed(connection, last, sample)
    Roll.take(connection, sample)
    return if last && last.fault_code == sample.fault_code && last.state == sample.state
    Link::Feed.changed(connection.drive_id, "motion", "faults")
    note_fault(connection, last, sample)
  end

  def note_fault(connection, last, sample)
    code = sample.fault_code
    return if code == last&.fault_code.to_i
    with_drive(connection) do |drive|
      next drive.log("fault", "Fault cleared") if code.zero?
      fault = sample.profile.fault(code)
      line = drive.log("fault", "Fault #{fault.hex}: #{fault.name}", fault.meaning)
      FaultTrace.collect(drive, line: line)
    end
  end

  # The link lives on when its drive was deleted meanwhile; there is then nothing to record.
  def with_drive(connection)
    connection.note do
      Rails.application.executor.wrap do
        drive = Drive.find_by(id: connection.drive_id)
        yield drive if drive
      end
    end
  end
end
