# frozen_string_literal: true

module Proving
  # "Round of the wires": whoever stands at the machine operates each contact, and what arrives is ticked. For as long
  # as it lasts no input does anything, so that none can start, stop or disturb the drive.
  class WireRound < OfTerminals
    LONGEST = 600.0 # s
    LEFT = Gallop::Terminals::FUNCTIONS.key(:controller)
    ENOUGH = 0 # told instead of an input

    asks_for input: 0..6
    rests_on values: (1..6).flat_map { |n| ["terminals.input_#{n}_function", "terminals.input_#{n}_polarity"] },
             facts: {
               TerminalStrip::STAGE => (1..6).map { |n| "input_#{n}" }
             }

    def needs = general_needs.at_rest + [wired]

    def announcement
      Announcement.new(
        moves: nil,
        lasts: LONGEST,
        sentence:
          "The power stage stays off, and no input does anything meanwhile. You operate each contact, on and off, in " \
            "any order#{": #{listed}" if due.any?}."
      )
    end

    # @param input [Integer] that is to move next, or ENOUGH
    def answer(run, input:)
      return run.answer(input: ENOUGH) if input.to_i == ENOUGH
      run.told(input: input.to_i)
    end

    def perform(run)
      round = Gallop::Terminals::Round.new(wires: due)
      run.at_rest { run.borrowing(asleep) { go_round(run, round) } }
      Verdict.new(
        passed: round.passed?,
        headline: headline(round),
        rows: round.seen.map { |one| row(one) },
        findings: round.findings
      )
    end

    private

    def due = @due ||= in_use("input", setup.inputs)

    def listed = Gallop::Terminals::Words.named(due.keys)

    def wired =
      Needs.need(
        "wired",
        "Something is wired",
        due.any?,
        listed,
        "no input has a function or a wire",
        "Give an input its function, or say what hangs on it."
      )

    # Nobody is commanded by them, and they command nothing.
    def asleep
      functions = (1..setup.inputs.size).map { |n| "terminals.input_#{n}_function" }
      { **unheard, **functions.index_with(LEFT) }
    end

    def go_round(run, round)
      run.mark(marks(round))
      looker = Looker.new(connection, setup.inputs.size)
      begun = now
      looker.look.then { |bits, changes| round.look(0.0, bits, changes) }
      run.listen("Operate each contact, on and off", within: LONGEST) do |said|
        round.announce(said.fetch(:input)) if said && said.fetch(:input) != ENOUGH
        moved = round.look(now - begun, *looker.look)
        run.mark(marks(round)) if moved || said
        next true if said && said.fetch(:input) == ENOUGH
        run.pause(APART)
        round.passed?
      end
    end

    # @return [Hash{String => Numeric}]
    def marks(round)
      told = { "announced" => round.announced }
      due.each_key { |number| told["function_#{number}"] = setup.raw("terminals.input_#{number}_function") }
      round.seen.each do |one|
        told.merge!(
          "at_#{one.number}" => one.at,
          "back_#{one.number}" => one.back,
          "instead_#{one.number}" => one.instead
        )
      end
      told.compact
    end

    def row(one)
      label = [Gallop::Terminals::Words.name(one.number), one.name].compact.join(" ")
      return label, "#{Gallop::Terminals::Words.name(one.instead)} moved instead" if one.instead
      return label, "nothing arrived" if one.at.nil?
      return label, "one change after #{seconds(one.at)}" if one.back.nil?
      [label, "both states, #{seconds(one.at)} to #{seconds(one.back)}"]
    end

    def seconds(figure) = Gallop::Quantities.format(figure, "s", 1)

    def headline(round)
      ticked = due.keys.count { |number| round.seen.any? { |one| one.number == number && one.back } }
      said = "#{ticked} of #{due.size} contacts seen in both states."
      round.findings.empty? ? said : "#{said} #{round.findings.first.headline}."
    end

    # What the drive tells of its inputs, counted from when it was asked first.
    class Looker
      def initialize(connection, count)
        @connection = connection
        @entries =
          ["terminals.inputs", *(1..count).map { |n| "terminals.input_#{n}_changes" }].map do |key|
            connection.profile.fetch(key)
          end
      end

      # @return [Array(Integer, Array<Integer>)] bits, and changes since the first look
      def look
        bits, *changes = @connection.ask { |wire| wire.read(@entries) }.values_at(*@entries.map(&:key))
        @first ||= changes
        [bits >> Gallop::Terminals::FIRST_INPUT_BIT, changes.zip(@first).map { |now, first| (now - first) & 0xFFFF }]
      end
    end
  end
end
