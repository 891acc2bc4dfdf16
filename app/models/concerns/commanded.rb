# frozen_string_literal: true

# Commands to the drive itself that are no motion: store, restart, fault reset.
module Commanded
  STORE_TIMEOUT = 5.0 # s
  SAVE = 0x65766173
  BOOT = 0x746F6F62

  # Copies live to stored in the drive and reads it back.
  def store
    connection = connection!
    await_change(connection, "storage.stored_changes") { |wire| wire.write("storage.store", SAVE) }
    connection.reread
    count = Tray.new(self).unstored.size
    log("store", "Stored", count.zero? ? "Live and stored agree, as read back." : "#{count} values still differ.")
    Link::Feed.changed(id, "values", "tray")
  end

  def restart
    raise Motion::OutOfState, "#{name} is enabled. Stop it first." if connection!.motion.armed?
    connection!.ask { |wire| wire.write("storage.restart", BOOT) }
    log("restart", "Restart commanded")
  end

  def reset_fault
    connection!.ask(urgent: true) do |wire|
      wire.write("control.word", 0)
      wire.write("control.word", Gallop::Cia402::Controlword::WORDS[:fault_reset])
      wire.write("control.word", 0)
    end
    log("fault", "Fault reset commanded")
    Link::Feed.changed(id, "faults", "motion")
  end

  # What fell back at a restart goes into the draft again.
  def take_lost_values
    transaction do
      lost.each { |row| draft(row["key"], row["was"], reason: "was live before the restart") }
      update!(lost: [])
    end
    Link::Feed.changed(id, "tray", "values")
  end

  private

  def await_change(connection, counter, &command)
    before = connection.ask { |wire| wire.read_one(counter).tap { command.call(wire) } }
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + STORE_TIMEOUT
    until connection.ask { |wire| wire.read_one(counter) } != before
      raise Link::Lost, "The drive did not finish storing within #{STORE_TIMEOUT.round} s." if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
      sleep 0.02
    end
  end
end
