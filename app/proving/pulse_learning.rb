# frozen_string_literal: true

module Proving
  # "Ends of the pulse": the stick of the transmitter is moved and let go, and the transmitter switched off, while the
  # power stage is off; what was seen is proposed.
  class PulseLearning < OfTerminals
    LONGEST = 180.0 # s

    asks_for done: %w[done]
    rests_on values: %w[pulse.low pulse.centre pulse.high pulse.deadband]

    def needs = general_needs.at_rest

    def announcement
      Announcement.new(
        moves: nil,
        lasts: LONGEST,
        sentence:
          "The power stage stays off. Let the stick go, move it to one end, let it go for a second, move it to the " \
            "other end, let it go; then switch the transmitter off."
      )
    end

    def perform(run)
      times, widths = run.at_rest { record(run) }
      Trace.keep(drive, run: run, at: times, columns: { "pulse.width" => widths.map(&:to_f) })
      sweep = Gallop::Terminals::PulseSweep.new(times, widths)
      verdict(sweep.findings, rows: rows(sweep), estimates: sweep.estimates) { "#{way(sweep)}." }
    end

    private

    # @return [Array(Array<Float>, Array<Integer>)] s, and µs
    def record(run)
      widths = []
      sentence = "Move the stick, let it go, and switch the transmitter off at last"
      times =
        look_on(run, sentence, within: LONGEST) { widths << connection.ask { |wire| wire.read_one("pulse.width") } }
      [times, widths]
    end

    def rows(sweep)
      return [["Seen", sweep.low ? way(sweep) : "no pulse"]] unless sweep.learned?
      [
        ["Ends", "#{us(sweep.low)} and #{us(sweep.high)}"],
        (sweep.centre && ["Centre", "#{us(sweep.centre)}, let go #{sweep.times_let_go} times"]),
        (sweep.centre && ["Deadband", us(sweep.deadband)]),
        ["Transmitter off", sweep.lost? ? "the pulses stop" : "not seen"]
      ].select(&:itself)
    end

    def way(sweep) = "#{us(sweep.low)} to #{us(sweep.high)}"
    def us(width) = Gallop::Quantities.format(width, "µs", 0)
  end
end
