# frozen_string_literal: true

require "numo/narray"

# The instrument of a procedure on a stand-in that is at hand: the same registers and the same samples as over the wire,
# with time that passes when it is told to.
class BenchInstrument < Gallop::Identify::Instrument
  attr_reader :profile, :reports

  def initialize(stand_in)
    super()
    @stand_in = stand_in
    @profile = stand_in.profile
    @reports = []
  end

  def firmware = @stand_in.firmware || raise(Gallop::Identify::Undecided, "The drive has no power.")

  # @param mode [Integer] of operation
  def enable(mode = Gallop::Paddock::Firmware::Injection::MODE)
    @places = nil
    write("control.mode", mode)
    [6, 7, 15].each { |word| write("control.word", word) }
    pause(0.01)
  end

  PLACING = 1 # profile position

  def enable_for_speed = enable(profile.speed_command.fetch("mode"))

  # Where it is driven by position, and not by speed.
  def placing
    @driven_by = PLACING
    self
  end

  def turn(speed)
    entry = profile.fetch(profile.speed_command.fetch("target"))
    write(entry.key, entry.from_si(Gallop::Identify::Permitted.shaft(self).real(:speed, speed)))
  end

  def place(count)
    write("control.word", 15)
    write("position.target", count.round)
    write("control.word", 0x1F)
  end

  def look_for_home
    write("control.word", 15)
    write("control.word", 0x1F)
    pause(0.01)
  end

  def disable
    write("control.word", 0)
    pause(0.1)
  end

  def figure(key)
    entry = profile[key] or return
    self.class.si(entry, firmware.read(entry))
  end

  def begin(pattern)
    pattern.entries.each { |key, figure| write(key, figure) }
    write("injection.command", 1)
  end

  def excite(excitation)
    excitation&.entries&.each { |key, figure| write(key, figure) }
    write("excitation.command", excitation ? 1 : 2)
  end

  # Whoever is asked has watched the shaft.
  attr_accessor :eyes

  def ask_direction = eyes ? eyes.call : "unseen"

  def end_it = write("injection.command", 2)
  def state = firmware.read(profile.fetch("injection.state"))
  def report(share, text) = @reports << [share, text]
  def pause(seconds)
    (seconds / 0.001).round.times { @stand_in.advance(0.001) }
    @places = [*@places, @stand_in.axis.mechanics.angle].minmax
  end

  # Whether the shaft has been seen to move since it was enabled.
  def moved? = @places.last - @places.first > 0.05

  def record(keys, divider:, length:)
    signals = keys.map { |key| profile.signal(key) }
    8.times { |n| write("trace.signal_#{n + 1}", signals[n]&.number || 0) }
    { "trace.divider" => divider, "trace.length" => length, "trace.pre_trigger" => 0 }.each { |pair| write(*pair) }
    (1..2).each { |n| write("trace.trigger_#{n}_kind", 0) }
    write("trace.command", Gallop::Traces::ARM)
    yield if block_given?
    pause(0.01) until figure("trace.state") == Gallop::Traces::COMPLETE
    columns =
      keys.each_with_index.to_h do |key, n|
        [key, Numo::DFloat.cast(Gallop::Traces.unpack(firmware.trace_memory.samples(n)))]
      end
    Take.new(columns: columns, interval: divider / figure("trace.rate"))
  end

  # Enabled anew each time, as over the link.
  def driving
    @driven_by ? enable(@driven_by) : enable_for_speed
    yield
  ensure
    disable
  end

  def lend(values)
    before = values.keys.to_h { |key| [key, firmware.effective[key]] }
    values.each { |key, raw| firmware.write(profile.fetch(key), raw) }
    yield
  ensure
    before.each { |key, raw| firmware.write(profile.fetch(key), raw) }
  end

  def write(key, figure)
    entry = profile.fetch(key)
    raw = entry.raw(figure)
    objection = firmware.objection(entry, raw)
    raise "#{key}: #{objection}" if objection
    firmware.write(entry, raw)
  end
end
