# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "../../core/spec/support/terminal_rows"

# Rows of the table that core is held against, played at stand-ins of all families: what is commanded, and whether the
# motor is enabled.
RSpec.describe Gallop::Paddock::Firmware::ContactCommand do
  machines = ["Carriage", "Web feed", "Squeegee", "Roll tug", "Dye pump", "Doser"]
  volatile = ["Roll tug", "Dye pump"] # what is set is gone with the power

  rows = TerminalRows::TABLE.each_with_index.map { |row, n| [n + 1, *row] }
  lasting = rows.reject { |_, _, steps| steps.include?("P") || steps.split.first.match?(/[fbjk]/) }

  machines.each do |name|
    played = Chance.pick(volatile.include?(name) ? lasting : rows, "rows #{name}", 6)
    played.each do |n, settings, steps, expected, enable|
      told = settings.map { |key, value| "#{key.split(".").last} #{value}" }.join(", ")
      it "#{name}, row #{n}: #{told}: #{steps}" do
        commissioned(name)
        set(settings, steps.split, enable)
        start_anew(steps.split.first) unless volatile.include?(name)
        wanted = expected.split.map { |run| [run.to_i, run != "0"] }
        expect(steps.split.map { |step| after(step) }).to eq(wanted)
      end
    end
  end

  def set(settings, steps, enable)
    @wiring = TerminalRows.wired(steps, enable)
    fixed = { "network.reference_source" => 4, "references.fixed" => entry("references.fixed").raw(60) }
    values = { **fixed, "terminals.stop_by" => 1, **TerminalRows.values(settings, @wiring) }
    values.each { |key, raw| firmware.write(entry(key), raw) }
  end

  def operate(step)
    TerminalRows.contacts(step, @wiring).each_with_index { |on, n| @stand_in.axis.box.contacts[n].operated = on }
  end

  # With the contacts as they are at power-up.
  def start_anew(step)
    write("storage.store", 0x65766173) unless @stored
    @stored = true
    pass(0.5)
    operate(step)
    @stand_in.synchronize { @stand_in.restart }
    pass_until(10, step: 0.01) { @stand_in.state == :running && firmware.switch_on_permitted? }
  end

  def after(step)
    start_anew(step) if step.include?("P")
    operate(step)
    fault_and_reset if step.include?("R")
    firmware.write(entry("control.word"), 0) if step.include?("N")
    pass(0.05)
    pass_until(2) { [read("references.run"), enabled?].then { |run, on| on == !run.zero? } }
    [read("references.run"), enabled?]
  end

  # As by an input: over the network a word without a start would stop it as well.
  def fault_and_reset
    firmware.send(:trip, 0x7121)
    pass_until(3) { state == :fault }
    firmware.command_itself(Gallop::Paddock::Firmware::PowerUp::RESETTING)
  end

  def enabled? = state == :operation_enabled
end
