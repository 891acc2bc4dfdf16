# frozen_string_literal: true

# Commands to the drive itself that are no motion: store, restore, restart, fault reset.
module Commanded
  MEMORY_TIMEOUT = 5.0 # s for the drive to store or restore
  RESTART_TIMEOUT = 20.0
  PAUSE = 0.02
  SAVE = 0x65766173
  LOAD = 0x64616F6C
  BOOT = 0x746F6F62

  # Copies live to stored in the drive and reads it back.
  def store
    raise Gallop::Objects::Unacceptable, "#{name} keeps nothing when power goes; there is no memory to store in." if profile&.volatile?
    connection = connection!
    await_change(connection, "storage.stored_changes") { |wire| wire.write("storage.store", SAVE) }
    connection.reread
    count = Tray.new(self).unstored.size
    log("store", "Stored", count.zero? ? "Live and stored agree, as read back." : "#{count} values still differ.")
    Link::Feed.changed(id, "values", "tray")
  end

  # Puts a group of settings back to factory values, restarts the drive so that they come into force, and reads all back.
  # @param group [Gallop::Objects::RestoreGroup]
  def restore(group)
    refuse_while_enabled
    connection = connection!
    await_change(connection, "storage.stored_changes") { |wire| wire.write(group.key, LOAD) }
    log("store", "Factory values restored: #{group.title}", "#{profile.settings_of(group).size} values in the stored memory")
    restart
  end

  # Waits until the drive has done with its memory, restarts it, and returns when it is back and has been read.
  # @raise [Link::Lost] when it does not come back
  def restart
    refuse_while_enabled
    connection = connection!
    await("finish storing", MEMORY_TIMEOUT) { connection.ask { |wire| wire.read_one("storage.state") }.zero? }
    before = connection.connects
    connection.ask { |wire| wire.write("storage.restart", BOOT) }
    log("restart", "Restart commanded")
    await("come back after its restart", RESTART_TIMEOUT) { connection.online? && connection.connects > before }
    reload
    waiting = Tray.new(self).waiting_for_restart
    log("restart", "Restart confirmed", waiting.zero? ? "Read again; no value waits for a restart." : "#{waiting} values still wait for a restart.")
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

  def refuse_while_enabled
    sample = connection&.samples&.last
    raise Motion::OutOfState, "#{name} is enabled. Stop it first." if connection&.motion&.armed? || (online? && sample&.enabled?)
  end

  private

  def await_change(connection, counter, &command)
    before = connection.ask { |wire| wire.read_one(counter).tap { command.call(wire) } }
    await("finish with its memory", MEMORY_TIMEOUT) { connection.ask { |wire| wire.read_one(counter) } != before }
  end

  def await(what, seconds)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    until yield
      raise Link::Lost, "The drive did not #{what} within #{seconds.round} s." if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
      sleep PAUSE
    end
  end
end
