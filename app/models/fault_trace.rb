# frozen_string_literal: true

# What a drive keeps of the seconds around its last fault is fetched by itself: after each fault, and at each
# connection, should one have come while nobody was linked. It hangs on the line of the logbook.
module FaultTrace
  FACTS = %w[state number error_code divider length trigger_place trigger_second trigger_microsecond].freeze
  RECORDING, COMPLETE = 1, 2
  PATIENCE = 3.0 # s for what comes after the fault
  LOOKS = 0.1

  # By drive, the lines of faults whose traces are being fetched, or wait for it.
  @waiting = Hash.new { |all, drive_id| all[drive_id] = [] }
  @mutex = Mutex.new

  Seen = Gallop::Record.define(*FACTS.map(&:to_sym), :starts, :signals)

  module_function

  # @param line [LogbookEntry, nil] of the fault
  def collect(drive, line: nil)
    return if drive.profile["fault_trace.state"].nil?
    first = @mutex.synchronize { (@waiting[drive.id] << line).size == 1 } # a line may be nil
    Thread.new { fetch_all(drive) }.name = "fault trace #{drive.name}" if first
  end

  # One after the other, until nobody waits.
  def fetch_all(drive)
    loop do
      fetch_reporting(drive, @mutex.synchronize { @waiting[drive.id].first })
      break if @mutex.synchronize { @waiting[drive.id].tap(&:shift).empty? && @waiting.delete(drive.id) }
    end
  end

  # An error of our own keeps none of the others from coming.
  def fetch_reporting(drive, line)
    Rails.application.executor.wrap { fetch(drive, line) }
  rescue StandardError => e
    Rails.error.report(e, handled: true, context: { drive: drive.name })
  end

  # @return [Trace, nil] nil where there is none, or none that is not here yet
  def fetch(drive, line)
    memory = Recording::Memory.new(drive.connection!)
    seen = await(memory, drive.profile)
    return unless seen.state == COMPLETE && !Trace.exists?(drive: drive, origin: origin(drive, seen))
    channels = seen.signals.map { |number| drive.profile.signal_at(number) }
    samples = memory.columns(Gallop::Traces::FIRST_FAULT_FILE, channels.size, seen.length)
    return unless look(memory, drive.profile).number == seen.number
    keep(drive, seen, channels, samples, memory, line)
  rescue Link::Offline, Link::Late, Wire::Lost, Wire::Refused => e
    Rails.logger.warn("#{drive.name}: the trace of its fault is not here yet: #{e.message}")
    nil
  end

  def await(memory, profile)
    deadline = now + PATIENCE
    loop do
      seen = look(memory, profile)
      return seen if seen.state != RECORDING || now > deadline
      sleep LOOKS
    end
  end

  def look(memory, profile)
    numbers = (1..Gallop::Traces::MOST_CHANNELS).map { |n| "fault_trace.signal_#{n}" }
    facts = FACTS.map { |name| "fault_trace.#{name}" }
    read = memory.read(facts + numbers + %w[device.starts])
    signals = read.values_at(*numbers).select { |number| profile.signal_at(number) }
    Seen.new(
      **FACTS.to_h { |name| [name.to_sym, read["fault_trace.#{name}"]] },
      starts: read["device.starts"],
      signals: signals
    )
  end

  def keep(drive, seen, channels, samples, memory, line)
    fault = drive.profile.fault(seen.error_code)
    rate = memory.read(%w[trace.rate]).fetch("trace.rate")
    trace =
      Trace.keep_memory(
        drive,
        channels,
        samples,
        kind: "fault",
        trigger: "Fault #{fault.hex}: #{fault.name}",
        fault_code: seen.error_code,
        origin: origin(drive, seen),
        logbook_entry: line,
        interval: seen.divider / rate.to_f,
        place: seen.trigger_place,
        clock: seen.trigger_second + seen.trigger_microsecond / 1e6
      )
    Link::Feed.changed(drive.id, "traces", "logbook", "faults")
    trace
  end

  # By which it is known again.
  def origin(drive, seen) = [drive.identity["serial"], seen.starts, seen.number, seen.trigger_second].join("/")
  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
