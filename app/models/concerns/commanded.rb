# frozen_string_literal: true

# Commands to the drive itself that are no motion: store, restore, restart, fault reset. Each asks on the link's
# thread whether it still may, at the moment its word goes out.
module Commanded
  MEMORY_TIMEOUT = 5.0 # s for the drive to store or restore
  RESTART_TIMEOUT = 20.0
  PAUSE = 0.02
  SAVE = 0x65766173
  LOAD = 0x64616F6C
  BOOT = 0x746F6F62
  RESET = Gallop::Cia402::Controlword::FAULT_RESET

  # The power stage was switched on. @param what_for [String]
  def enabled!(what_for)
    update_columns(first_enabled_at: Time.current) if first_enabled_at.nil?
    log("motion", "Enabled", what_for)
  end

  # Copies live to stored in the drive and reads it back.
  def store
    if profile&.volatile?
      raise Gallop::Objects::Unacceptable, "#{name} keeps nothing when power goes; there is no memory to store in."
    end
    errand(:store, "#{name} is storing.") do |connection|
      await_change(connection, "storage.stored_changes", &word_for(:store, "storage.store", SAVE))
      connection.reread
    end
    count = Tray.new(self).unstored.size
    log("store", "Stored", count.zero? ? "Live and stored agree, as read back." : "#{count} values still differ.")
    Link::Feed.changed(id, "values", "tray")
  end

  # Puts a group of settings back to factory values, restarts the drive so that they come into force, and reads all
  # back.
  # @param group [Gallop::Objects::RestoreGroup] @param yes [Array<String>] keys that may be a hazard
  def restore(group, yes: [])
    factory = profile.factory.slice(*profile.settings_of(group).map(&:key))
    authority.permit_values!(factory, yes: yes)
    errand(:restart, "#{name} is getting factory values.") do |connection|
      await_change(connection, "storage.stored_changes", &word_for(:restart, group.key, LOAD))
      log("store", "Factory values restored: #{group.title}", "#{factory.size} values in the stored memory")
      restart
    end
  end

  # Waits until the drive has done with its memory, restarts it, and returns when it is back and has been read.
  # @raise [Wire::Lost] when it does not come back
  def restart
    errand(:restart, "#{name} is being restarted.") do |connection|
      await("finish storing", MEMORY_TIMEOUT) { connection.ask { |wire| wire.read_one("storage.state") }.zero? }
      before = connection.connects
      connection.ask(&word_for(:restart, "storage.restart", BOOT))
      log("restart", "Restart commanded")
      await("come back after its restart", RESTART_TIMEOUT) { connection.online? && connection.connects > before }
    end
    reload
    waiting = Tray.new(self).waiting_for_restart
    log(
      "restart",
      "Restart confirmed",
      waiting.zero? ? "Read again; no value waits for a restart." : "#{waiting} values still wait for a restart."
    )
  end

  # The rising edge of one bit; the others of the Controlword stay as they are.
  def reset_fault
    may = authority # of the tab that asks: the link's thread has none
    left =
      connection!.ask(:motion) do |wire|
        may.permit!(:reset_fault)
        refuse_without_fault(wire)
        word = wire.read_one("control.word") & ~RESET
        [word, word | RESET, word].each { |step| wire.write("control.word", step) }
        wire.read_one("control.error_code")
      end
    log("fault", "Fault reset commanded")
    Link::Feed.changed(id, "faults", "motion")
    refuse_while_it_lasts(left)
  end

  private

  # One of these at a time on a drive, and none beside an undertaking.
  def errand(act, sentence)
    connection = connection!
    authority.permit!(act) unless undertaking.is_a?(Undertaking::Errand)
    Undertaking.errand(id, sentence) { yield connection }
  end

  # @return [Proc] that sends it on the link's thread, if the tab that asks still may
  def word_for(act, key, word)
    may = authority(of: undertaking)
    lambda do |wire|
      may.permit!(act)
      wire.write(key, word)
    end
  end

  def refuse_without_fault(wire)
    state = Gallop::Cia402::Statusword.state(wire.live.fetch("control.status"))
    raise Motion::OutOfState, "#{name} has no fault any more." unless state == :fault
  end

  # @param code [Integer] of the fault that is present after all
  def refuse_while_it_lasts(code)
    return if code.zero?
    fault = profile.fault(code)
    raise Motion::OutOfState, "#{fault.hex} #{fault.name} cannot be reset yet: its cause is still there."
  end

  def await_change(connection, counter, &command)
    before = connection.ask { |wire| wire.read_one(counter).tap { command.call(wire) } }
    await("finish with its memory", MEMORY_TIMEOUT) { connection.ask { |wire| wire.read_one(counter) } != before }
  end

  def await(what, seconds)
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    until yield
      if Process.clock_gettime(Process::CLOCK_MONOTONIC) > deadline
        raise Wire::Lost, "The drive did not #{what} within #{seconds.round} s."
      end
      sleep PAUSE
    end
  end
end
