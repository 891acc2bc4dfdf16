# frozen_string_literal: true

module Proving
  # "Round of the outputs": each is switched on for a while, one after the other, and whoever stands at the machine says
  # what was seen. What else would switch them is out of force meanwhile.
  class OutputRound < OfTerminals
    PATIENCE = 60.0 # s for an answer
    SEEN = %w[yes nothing another].freeze
    LEFT = Gallop::Terminals::Output::FUNCTIONS.key(:controller)
    ASKED = "terminals.outputs_asked"

    asks_for seen: SEEN
    rests_on values: (1..3).map { |n| "terminals.output_#{n}_function" },
             facts: {
               TerminalStrip::STAGE => (1..3).map { |n| "output_#{n}" }
             }

    def needs = general_needs.switching + [used]

    def announcement
      Announcement.new(
        moves: nil,
        lasts: PATIENCE * due.size,
        sentence:
          "The motor stays off. Each output in use is switched on, one after the other, with what hangs there; you " \
            "say what you see#{": #{listed}" if due.any?}."
      )
    end

    # A yes for each: what hangs on a relay may move.
    def eyes
      due.map do |number, name|
        Eye.new(id: "output_#{number}", sentence: "Nobody is near what moves or gets voltage by #{told(number, name)}")
      end
    end

    def perform(run)
      seen = run.at_rest { due.to_h { |number, name| [number, switch(run, number, name)] } }
      findings = seen.filter_map { |number, answer| judged(number, answer) }
      Verdict.new(
        passed: findings.empty?,
        headline: headline(seen, findings),
        rows: seen.map { |number, answer| [told(number, due[number]), ANSWERS.fetch(answer)] },
        findings: findings
      )
    end

    private

    include Gallop::Findings

    ANSWERS = { "yes" => "seen", "nothing" => "nothing switched", "another" => "another one switched" }.freeze
    private_constant :ANSWERS

    def due = @due ||= in_use("output", setup.outputs)
    def listed = Gallop::Terminals::Words.named(due.keys, "output")

    def told(number, name) = Gallop::Terminals::Words.wired(Gallop::Terminals::Words.name(number, "output"), name)

    def used =
      Needs.need(
        "used",
        "An output is used",
        due.any?,
        listed,
        "no output has a function or a wire",
        "Give one its function, or say what hangs on it."
      )

    # The bit is asked for last, and taken back first. @return [String] of SEEN
    def switch(run, number, name)
      borrowed = {
        ASKED => 0,
        "terminals.output_#{number}_polarity" => 0,
        "terminals.output_#{number}_delay" => 0,
        "terminals.output_#{number}_function" => LEFT
      }
      run.borrowing(borrowed) { run.borrowing(ASKED => 1 << (number - 1)) { seen(run, told(number, name)) } }
    end

    # As long as the reins are held: whoever lets them go, or is gone, switches nothing any more.
    def seen(run, output)
      answer =
        run.ask("#{output} is on now. Does what hangs there show it?", within: PATIENCE) do
          raise Run::Aborted, "The reins were let go." unless connection.motion.reins.held_by?(@tab)
        end
      answer.fetch(:seen)
    end

    def judged(number, answer)
      return if answer == "yes"
      headline = answer == "nothing" ? "nothing switched" : "another one switched, and not what is meant to hang there"
      blocker(
        "output_#{answer}",
        "#{told(number, due[number])}: #{headline}",
        because: "The wire is off, on another terminal, or its supply is missing.",
        so: "Measure at the terminal while it is on, and look where the wire goes.",
        values: ["terminals.output_#{number}_function"]
      )
    end

    def headline(seen, findings)
      "#{seen.values.count("yes")} of #{seen.size} outputs seen.#{findings.first && " #{findings.first.headline}."}"
    end
  end
end
