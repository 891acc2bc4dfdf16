# frozen_string_literal: true

module Gallop
  # One stage of a drive's course: facts in, consequences, findings, proposals and drawings out. A subclass has
  #
  #   FIELDS, or its own #fields(typed)   what is asked for (Facts::Form)
  #   CONSEQUENCES RULES PROPOSALS        names of methods, each of which returns its object or a list of them, or
  #   CHARTS TABLES                       nil where the facts for it are missing or it does not apply
  #
  # and may say how its facts are read (#given) and called (#named). What such a method is written with is Vocabulary.
  class FactStage
    include Findings
    include Vocabulary

    RPM = 60 / (2 * Math::PI)
    SQRT2 = Math.sqrt(2)
    SQRT3 = Math.sqrt(3)

    CHARTS = [].freeze
    TABLES = [].freeze

    attr_reader :sheet, :profile, :machine

    # @param machine [Machine, nil] the other stages, for what rests on more than one
    def initialize(profile, typed, machine: nil)
      @profile = profile
      @machine = machine
      @sheet = Facts::Sheet.new(fields(typed), typed)
    end

    # @return [Assessment] all that follows
    def assessment =
      assessed(
        consequences: collect(self.class::CONSEQUENCES),
        charts: collect(self.class::CHARTS),
        tables: collect(self.class::TABLES)
      )

    # @return [Assessment] findings, proposals and what is missing, without figures and drawings
    def verdict = assessed(consequences: [])

    # @return [Float, nil] a fact in SI; nil where it is not given, or not asked for
    def given(key) = sheet.asks?(key) ? sheet.si(key) : nil

    # What the motor moves, in whose terms figures of its shaft are told.
    def shaft = machine ? machine.stage("motor").shaft : Shaft.turning

    def inspect = "#<#{self.class} of #{profile.family}, #{sheet.typed}>"

    private

    # @param typed [Hash] facts as typed, for stages whose later facts depend on earlier ones
    # @return [Array<Facts::Field>]
    def fields(_typed) = self.class::FIELDS

    # What the facts of a rule or proposal are called on this stage.
    # @param facts [Array<String>] @return [Array<String>]
    def named(facts) = facts

    def finding(*words, facts: [], **more) = super(*words, facts: named(facts.map(&:to_s)), **more)

    def assessed(**shown)
      findings = collect(self.class::RULES)
      Assessment.new(
        **shown,
        findings: Finding.in_order(findings),
        missing: sheet.missing.map(&:key),
        proposals: findings.any?(&:blocker?) ? [] : collect(self.class::PROPOSALS)
      )
    end

    # An absurd but readable set of facts may lead to an infinite figure; that is nothing that can be shown.
    def collect(names)
      names.flat_map { |name| one_or_many(send(name)) }.reject { |item| item.respond_to?(:shown?) && !item.shown? }
    end

    # A record is one thing, although it could be taken for a list of its members.
    def one_or_many(result) = result.is_a?(::Array) ? result : [result].compact
  end
end
