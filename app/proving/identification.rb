# frozen_string_literal: true

module Proving
  # A test that lets the drive inject something, and works out from its signals what is not known yet. What only eyes
  # can check is asked one by one before it begins, and kept with the proof.
  class Identification < Test
    # Whether it can do without motor data that are complete.
    def self.motor_known(known = nil) = known.nil? ? @motor_known != false : @motor_known = known

    # What it does with the motor, of Motion::Mode.
    def self.motion(kind = nil) = kind ? @motion = kind : @motion || Motion::Mode::INJECTION

    # Whether it enables the motor for parts of it alone: values are lent in between.
    def self.in_parts(whether = nil) = whether.nil? ? @in_parts : @in_parts = whether

    def needs(of: nil)
      asked = of.nil? && @common ? @common.needs : Needs.new(drive, @tab, of: of)
      asked.driven(motor: self.class.motor_known)
    end

    # @param eyes [Array<String>] ids of what was looked at
    def start(eyes: [], **given)
      @consents = eyes & Motion::Consent::NAMES
      super
    end

    def perform(run, **given) = carried_out(run, **given)

    private

    def carried_out(run, **given)
      steps = procedure(LinkInstrument.new(run, @tab, driving: (driving(run) if self.class.in_parts)), **given)
      self.class.in_parts ? steps.carry_out : driving(run).call(-> { steps.carry_out })
      verdict_of(run, steps.result)
    end

    # What an enabling entails by itself takes a yes too, by the name of its consent.
    def align_eye
      return [] unless drive.connection&.motion&.aligns?
      [Eye.new(id: "align", sentence: "It may move by up to half an electrical turn while it is aligned, before all")]
    end

    # For what enables the motor only for as long as its work lasts. @return [Proc] that takes the work
    # @param kind [String] of Motion::Mode
    def driving(run, kind = self.class.motion)
      ->(work) { run.driving(@tab, kind: kind, consents: @consents, needs: -> { needs(of: run) }) { work.call } }
    end

    # @param found [Gallop::Identify::Result]
    def verdict_of(run, found)
      keep_trace(run, found.take) if found.take
      Verdict.new(
        passed: found.findings.none?(&:blocker?),
        headline: found.headline,
        rows: found.rows + beside + looked_at,
        findings: found.findings,
        estimates: found.estimates,
        chart: found.chart,
        figures: found.figures.compact
      )
    end

    # @return [#carry_out, #result]
    def procedure(_instrument, **_given) = raise(NotImplementedError)

    # What is worth being seen beside it. @return [Array<Array(String, String)>]
    def beside = []

    # @return [Array<Array(String, String)>]
    def looked_at
      first, *others = eyes.map(&:sentence)
      first ? [["Looked at", [first, *others.map(&:downcase_first)].join("; ")]] : []
    end

    def keep_trace(run, take)
      channels = take.columns.keys.map { |key| drive.profile.signal(key) }
      Trace.keep_memory(
        drive,
        channels,
        take.columns.values.map(&:to_a),
        kind: "test",
        run: run,
        name: title,
        interval: take.interval,
        place: 0
      )
    end
  end
end
