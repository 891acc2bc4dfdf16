# frozen_string_literal: true

module Proving
  # What the proofs of wires have in common: what hangs where, and who is not heard meanwhile.
  class OfTerminals < Test
    APART = 0.04 # s between looks

    private

    def setup = @setup ||= Gallop::Terminals::Setup.new(drive.profile, drive.live_values)

    # @param id [String] of a terminal @return [String, nil] what hangs there
    def wire(id) = drive.given.fetch(TerminalStrip::STAGE, {})[id].presence

    # Borrowed, neither contacts nor signals command anything. @return [Hash{String => Integer}] raw by key
    def unheard = Gallop::Terminals.let_go(drive.live_values)

    # Those of a kind that have a job or a wire, by what hangs there. @return [Hash{Integer => String, nil}]
    def in_use(kind, settings)
      settings
        .each_with_index
        .map { |one, n| [n + 1, wire("#{kind}_#{n + 1}"), one.function] }
        .select { |_, name, function| name || function != :none }
        .to_h { |number, name, _| [number, name] }
    end

    # @yieldreturn [String] what was seen, where nothing is to be said against it
    def verdict(findings, **seen)
      Verdict.new(
        passed: findings.all?(&:note?),
        headline: findings.any? ? "#{findings.first.headline}." : yield,
        findings: Gallop::Finding.in_order(findings),
        **seen
      )
    end

    # Looks again and again until somebody says that it is enough. @yield for each look
    # @return [Array<Float>] s of the looks
    def look_on(run, sentence, within:)
      begun = now
      times = []
      run.listen(sentence, within: within) do |said|
        yield if block_given?
        times << (now - begun)
        said || (run.pause(APART) && false)
      end
      times
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
