# frozen_string_literal: true

module Proving
  # Something that can be tried on a drive: what it needs, what it will do, how it is carried out, and on what its
  # result rests. One file a test; its name and place are a row of Gallop::Tests.
  #
  #   Proving::Test.named("direction").new(drive, tab).start(seen: "forward")   # => Run
  class Test
    # What will happen once it is begun. @!attribute moves [String, nil] what moves, how far and how fast; nil where
    # nothing does @!attribute lasts [Float] s at the longest @!attribute sentence [String]
    Announcement = Gallop::Record.define(:moves, :lasts, :sentence)

    # A figure that is told when it is begun. @!attribute name [String] of .begun_with @!attribute usual [Numeric]
    Asked = Gallop::Record.define(:name, :label, :unit, :usual)

    # The travel that it moves in, in the unit of its room. @!attribute low [Float, nil], high [Float, nil] its ends by
    # the limits of the drive @!attribute counts [Float] of the position, in a unit @!attribute least [Float] that its
    # signals need
    TravelOfTest = Gallop::Record.define(:low, :high, :counts, :least)

    # Something that only eyes can check. @!attribute sentence [String] that is ticked
    Eye = Gallop::Record.define(:id, :sentence)

    # What tests of one drive have in common at one moment. @!attribute needs [Needs] @!attribute runs [Hash{String =>
    # Run}] the last ones, by id of the test
    Common = Gallop::Record.define(:needs, :runs)

    # What came of it. @!attribute rows [Array<Array(String, String)>] label and text @!attribute chart [Gallop::Chart,
    # nil] @!attribute figures
    # [Hash{Symbol => Float}] SI, for the tests that come after it
    Verdict = Gallop::Record.define(:passed, :headline, rows: [], findings: [], estimates: [], chart: nil, figures: {})

    class << self
      # @return [Array<Class>] in the order in which they are shown
      def all = Gallop::Tests::ALL.map { |row| named(row.id) }

      # @raise [KeyError]
      def named(id) = Proving.const_get(Gallop::Tests.fetch(id).id.camelize)

      # Those that make sense for a drive, to be shown: what they have in common is looked up once for all of them.
      def of(drive, tab)
        runs = drive.runs.where(id: drive.runs.group(:kind).select("MAX(id)")).index_by(&:kind)
        needs = Needs.new(drive, tab)
        all.map { |test| test.new(drive, tab, common: Common.new(needs: needs, runs: runs)) }.select(&:applies?)
      end

      # What stands in the way as long as nobody has looked. @param eyes [Array<Eye>]
      # @param seen [Array<String>] ids of what was looked at @return [Array<Needs::Need>]
      def unseen(eyes, seen)
        eyes
          .reject { |eye| seen.include?(eye.id) }
          .map do |eye|
            state = "nobody has looked whether #{eye.sentence.downcase_first}"
            Needs.need(eye.id, eye.sentence, false, nil, state, "Look at the machine, and tick it.")
          end
      end

      def id = name.demodulize.underscore
      def stage = Gallop::Tests.fetch(id).stage

      # What is said when it is begun, and while it waits. @return [Hash{Symbol => Array<String>, Range}] choices, or
      # the range of a figure, by name
      def begun_with(**declared)
        return @begun_with = declared if declared.any?
        @begun_with || (self == Test ? {} : superclass.begun_with)
      end

      def asks_for(**declared) = declared.any? ? @asks_for = declared : @asks_for || {}

      # What may be said besides, as .begun_with.
      def may_be_told(**declared)
        return @may_be_told = declared if declared.any?
        @may_be_told || (self == Test ? {} : superclass.may_be_told)
      end

      # @param values [Array<String>] keys @param facts [Hash{String => Array<String>}] by stage
      def rests_on(values: nil, facts: {})
        @rests_on = { values: values, facts: facts } if values
        @rests_on
      end
    end

    attr_reader :drive

    # @param tab [String, nil] that asks @param common [Common, nil]
    def initialize(drive, tab, common: nil)
      @drive = drive
      @tab = tab
      @common = common
    end

    def id = self.class.id
    def stage = self.class.stage
    def title = Gallop::Tests.title(id)
    def optional = Gallop::Tests.fetch(id).optional
    def applies? = Gallop::Tests.fetch(id).fits?(drive.profile, drive.has)

    # What only eyes can check, and is asked one by one before it begins.
    # @return [Array<Eye>]
    def eyes = []

    # The figures of .begun_with, for a page. @return [Array<Asked>]
    def asked = []

    # @return [TravelOfTest, nil] of a test that needs room, where the drive knows places
    def travel = nil

    # Figures of .asks_for, for a page. @return [Array<Asked>]
    def answers = []

    # @return [Array<Needs::Need>]
    def needs = raise(NotImplementedError)

    # @return [Announcement]
    def announcement = raise(NotImplementedError)

    # What the technician says while it waits. @return [Run] @raise [Run::NotAsking]
    def answer(run, **given) = run.answer(**given)

    # @return [Verdict] @raise [Gallop::Identify::Undecided] where nothing can be told
    def perform(_run, **_given) = raise(NotImplementedError)

    # @return [Proof, nil] the last one
    def proof = drive.latest_proofs.find { |one| one.kind == id }

    # @return [Run, nil] the last one
    def run = @run ||= @common ? @common.runs[id] : drive.runs.where(kind: id).newest_first.first

    # @param eyes [Array<String>] ids of what was looked at @param given [Hash{Symbol => Object}] of .begun_with
    # @return [Run] @raise [Motion::Unmet, Undertaking::Busy]
    def start(eyes: [], **given)
      unmet = self.class.unseen(self.eyes, eyes) + needs.reject(&:met)
      raise Motion::Unmet.new(unmet, "Not begun") if unmet.any?
      Loan.return_what_was_left(drive)
      Run.begin(drive, id) { |run| keep(perform(run, **given)) }
    end

    private

    def connection = drive.connection!
    def figure(key) = drive.profile.fetch(key).then { |entry| entry.figure(drive.live_values.fetch(key)) }
    def general_needs = @general_needs ||= Needs.new(drive, @tab)

    # @return [Proof]
    def keep(verdict)
      Proof.keep(
        drive,
        kind: id,
        verdict: verdict.passed ? "proven" : "failed",
        result: result(verdict),
        **self.class.rests_on
      )
    end

    def result(verdict)
      {
        headline: verdict.headline,
        rows: verdict.rows.map { |label, text| { label: label, text: text } },
        findings: verdict.findings.map { |finding| finding.to_h.slice(:id, :severity, :headline, :because, :so) },
        estimates: verdict.estimates.map(&:to_h),
        chart: verdict.chart&.to_data,
        figures: verdict.figures
      }
    end
  end
end
