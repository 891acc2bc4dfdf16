# frozen_string_literal: true

module Proving
  # "Sweep of the analog signals": whoever stands at the machine moves each source from end to end, and takes its wire
  # off. For as long as it lasts nothing follows the signals.
  class AnalogSweep < OfTerminals
    LONGEST = 300.0 # s

    asks_for done: %w[done]
    rests_on values: (1..2).flat_map { |n| %w[kind function].map { |what| "terminals.analog_#{n}_#{what}" } },
             facts: {
               TerminalStrip::STAGE => %w[analog_1 analog_2]
             }

    def needs = general_needs.at_rest + [used]

    def announcement
      Announcement.new(
        moves: nil,
        lasts: LONGEST,
        sentence:
          "The power stage stays off, and nothing follows the signals meanwhile. Slowly move each source from its " \
            "lowest to its highest, leave it there for a second; take the wire of a 4 to 20 mA signal off and put it " \
            "back#{": #{listed}" if analogs.any?}."
      )
    end

    def perform(run)
      times, columns = run.at_rest { run.borrowing(asleep) { record(run) } }
      Trace.keep(drive, run: run, at: times, columns: columns.transform_keys { |number| "terminals.analog_#{number}" })
      sweeps =
        analogs.to_h { |analog| [analog, Gallop::Terminals::Sweep.new(analog, times, columns.fetch(analog.number))] }
      verdict(
        sweeps.values.flat_map(&:findings),
        rows: sweeps.flat_map { |analog, sweep| rows(analog, sweep) },
        estimates: sweeps.values.flat_map(&:estimates)
      ) { "#{sweeps.map { |analog, sweep| "#{name(analog)}: #{way(analog, sweep)}" }.join(", ")}." }
    end

    private

    # Those that something follows, or that have a wire.
    def analogs
      @analogs ||=
        setup.analogs.select do |analog|
          analog.function != :none || wire("analog_#{analog.number}") ||
            [setup.source, setup.second_source].include?(:"analog_#{analog.number}")
        end
    end

    def listed = Gallop::Terminals::Words.named(analogs.map(&:number), "analog")
    def name(analog) = Gallop::Terminals::Words.name(analog.number, "analog")

    def used =
      Needs.need(
        "used",
        "A signal is used",
        analogs.any?,
        listed,
        "no analog input has a function or a wire",
        "Give one its function, or say what hangs on it."
      )

    # Neither a reference nor a broken wire does anything.
    def asleep
      breaks = analogs.map { |analog| "terminals.analog_#{analog.number}_wire_break" }
      { **unheard, **breaks.index_with(Gallop::Terminals::Analog::ON_BREAK.index(:ignore)) }
    end

    # @return [Array(Array<Float>, Hash{Integer => Array<Float>})] s, and V by input
    def record(run)
      entries = analogs.map { |analog| drive.profile.fetch("terminals.analog_#{analog.number}") }
      readings = []
      times =
        look_on(run, "Move each source from end to end", within: LONGEST) do
          raw = connection.ask { |wire| wire.read(entries) }
          readings << entries.map { |entry| entry.figure(raw.fetch(entry.key)) }
        end
      [times, analogs.map(&:number).zip(readings.transpose).to_h]
    end

    def rows(analog, sweep)
      name = name(analog)
      return [[name, "nothing but a broken wire"]] if sweep.low.nil?
      [
        ["#{name} seen", way(analog, sweep)],
        ["#{name} noise", Gallop::Quantities.format(1000 * sweep.noise.to_f, "mV", 0)],
        ["#{name} broken wire", broken(analog, sweep)]
      ]
    end

    def broken(analog, sweep)
      return "cannot be told from zero" unless sweep.tells_breaks?
      return "not tried" unless sweep.broken?
      reaction = drive.profile.fetch("terminals.analog_#{analog.number}_wire_break")
      "seen; it does: #{reaction.choices.fetch(drive.live_values.fetch(reaction.key))}"
    end

    # A current as such.
    def told(analog, volts)
      return Gallop::Quantities.format(volts, "V", 2) unless %i[milliamps live_zero].include?(analog.kind)
      Gallop::Quantities.format(1000 * volts / Gallop::Terminals::Analog::BURDEN, "mA", 2)
    end

    def way(analog, sweep) = "#{told(analog, sweep.low)} to #{told(analog, sweep.high)}"
  end
end
