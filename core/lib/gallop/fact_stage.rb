# frozen_string_literal: true

module Gallop
  # One stage of a drive's course: facts in, consequences, findings, proposals and drawings out. A subclass answers
  # #fields and names its CONSEQUENCES, RULES, PROPOSALS, CHARTS and SHEETS; each name is a method that returns its
  # object or a list of them, or nil where the facts for it are missing or it does not apply.
  class FactStage
    include Findings

    RPM = 60 / (2 * Math::PI)
    SQRT2 = Math.sqrt(2)
    SQRT3 = Math.sqrt(3)

    CHARTS = [].freeze
    SHEETS = [].freeze

    attr_reader :sheet, :profile, :machine

    # @return [Facts::Field] for the lists of a subclass
    def self.field(key, label, unit, low, high, help, **more)
      Facts::Field.new(key: key, label: label, unit: unit, minimum: low, maximum: high, help: help, **more)
    end

    # @param machine [Machine, nil] the other stages, for what rests on more than one
    def initialize(profile, typed, machine: nil)
      @profile = profile
      @machine = machine
      @sheet = Facts::Sheet.new(fields(typed), typed)
    end

    # @return [Assessment] all that follows
    def assessment =
      judged(
        consequences: collect(self.class::CONSEQUENCES),
        charts: collect(self.class::CHARTS),
        sheets: collect(self.class::SHEETS)
      )

    # @return [Assessment] findings, proposals and what is missing, without figures and drawings
    def verdict = judged(consequences: [])

    # @return [Float, nil] a fact in SI
    def si(key) = sheet.si(key)

    # What the motor moves, in whose terms figures of its shaft are told.
    def shaft = machine ? machine.stage("motor").shaft : Shaft.turning

    private

    def judged(**shown)
      findings = collect(self.class::RULES)
      Assessment.new(
        **shown,
        findings: Finding.in_order(findings),
        missing: sheet.missing.map(&:key),
        proposals: findings.any?(&:blocker?) ? [] : collect(self.class::PROPOSALS)
      )
    end

    # @param typed [Hash] facts as typed, for stages whose later facts depend on earlier ones @return
    # [Array<Facts::Field>]
    def fields(_typed) = self.class::FIELDS

    # An absurd but readable set of facts may lead to an infinite figure; that is nothing that can be shown.
    def collect(names)
      names.flat_map { |name| listed(send(name)) }.reject { |item| item.respond_to?(:shown?) && !item.shown? }
    end

    # A record is one thing, although it could be taken for a list of its members.
    def listed(result) = result.is_a?(::Array) ? result : [result].compact

    # A fact of a length as it was typed, in metres and without the noise of binary fractions. @return [Rational, nil]
    def exact(key)
      figure = sheet.asks?(key) ? sheet[key] : nil
      figure && figure.to_s.to_r * Quantities::Unit.fetch(sheet.field(key).unit).factor.to_s.to_r
    end

    # Yields the given facts in SI when all are there.
    def with(*keys)
      values = keys.map { |key| si(key) }
      yield(*values) if values.none?(&:nil?)
    end

    def rating(key) = profile.rating.fetch(key)

    def consequence(id, label, value, unit, decimals = nil, note = nil)
      Consequence.new(id: id, label: label, value: value, unit: unit, decimals: decimals, note: note)
    end

    # A consequence in words.
    def statement(id, label, words, note = nil) =
      Consequence.new(id: id, label: label, value: nil, unit: "", words: words, note: note)

    # A fact that one entry of the drive takes over as it is.
    def take_over(key, entry_key, reason = nil, facts: [key])
      value = si(key) or return
      propose(entry_key, profile.fetch(entry_key).from_si(value), reason || "as given", facts: facts)
    end

    # Only what the drive has and can hold is proposed.
    def propose(entry_key, figure, reason, facts: [])
      entry = profile[entry_key] or return
      return if entry.text? ? figure.empty? : !(figure.to_f.finite? && entry.raw_range.cover?(entry.raw(figure)))
      Proposal.new(key: entry_key, figure: figure, reason: reason, facts: facts.map(&:to_s))
    end

    # A figure of the shaft, in the unit of the entry.
    def propose_of_shaft(entry_key, kind, figure, reason, facts: [])
      profile[entry_key] && propose(entry_key, in_unit_of(entry_key, kind, figure), reason, facts: facts)
    end

    def show(value, unit, decimals = nil) = Quantities.format(value, unit, decimals)
    def percent(ratio) = show(ratio * 100, "%", 0)
    def told(kind, figure) = shaft.told(kind, figure)
    def speed_text(speed) = shaft.text(:speed, speed)
    def torque_text(torque) = shaft.text(:torque, torque)
    def acceleration_text(acceleration) = shaft.text(:acceleration, acceleration)

    # A figure of the shaft in the unit of an entry. @return [Float]
    def in_unit_of(entry_key, kind, figure) = profile.fetch(entry_key).from_si(shaft.real(kind, figure))
    def of_entry(entry_key, kind, figure) = shaft.reckoned(kind, profile.fetch(entry_key).to_si(figure))
  end
end
