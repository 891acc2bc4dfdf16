# frozen_string_literal: true

module Gallop
  module Motors
    # What all kinds of motors share: reading the facts, collecting what follows. Subclasses name their FIELDS, CONSEQUENCES, RULES and
    # PROPOSALS; each name is a method that returns its object, or nil where the facts for it are missing or it does not apply.
    class Motor
      RPM = 60 / (2 * Math::PI)
      SQRT2 = Math.sqrt(2)
      SQRT3 = Math.sqrt(3)

      attr_reader :sheet, :profile

      def initialize(profile, typed)
        @profile = profile
        @sheet = Facts::Sheet.new(self.class::FIELDS, typed)
      end

      # @return [Assessment]
      def assessment
        findings = collect(self.class::RULES)
        Assessment.new(
          consequences: collect(self.class::CONSEQUENCES), findings: Finding.in_order(findings), missing: sheet.missing.map(&:key),
          proposals: findings.any?(&:blocker?) ? [] : collect(self.class::PROPOSALS)
        )
      end

      private

      # An absurd but readable set of facts may lead to an infinite figure; that is nothing that can be shown.
      def collect(names)
        names.filter_map { |name| send(name) }.reject { |item| item.is_a?(Consequence) && !item.value.to_f.finite? }
      end

      # @return [Float, nil] a fact in SI
      def si(key) = sheet.si(key)

      # Yields the given facts in SI when all are there.
      def with(*keys)
        values = keys.map { |key| si(key) }
        yield(*values) if values.none?(&:nil?)
      end

      def rating(key) = profile.rating.fetch(key)
      def bus_voltage = rating(:mains_voltage) * SQRT2
      def weakest_bus_voltage = bus_voltage * (1 - rating(:mains_tolerance))

      def consequence(id, label, value, unit, decimals = nil, note = nil)
        Consequence.new(id: id, label: label, value: value, unit: unit, decimals: decimals, note: note)
      end

      def finding(severity, id, headline, reason, remedy = nil, facts: [], values: [], change: nil)
        Finding.new(id: id, severity: severity, headline: headline, reason: reason, remedy: remedy, facts: facts.map(&:to_s), values: values, change: change)
      end

      # A fact that one entry of the drive takes over as it is.
      def take_over(key, entry_key, reason = nil, facts: [ key ])
        value = si(key) or return
        unit = profile.fetch(entry_key).unit
        figure = unit.empty? ? value : Quantities::Unit.fetch(unit).from_si(value)
        propose(entry_key, figure, reason || "as given", facts: facts)
      end

      def propose_type = sheet["type"] && propose("motor.catalogue_number", sheet["type"].byteslice(0, 32).scrub(""), "as given", facts: %w[type])
      def propose_thermal_time = take_over("thermal_time", "motor.thermal_time")
      def propose_speed_limit = take_over("top_speed", "limits.motor_speed", "the top speed allowed")

      def drive_too_small
        current = si("rated_current") or return
        limit = rating(:current)
        return if current <= limit
        finding(:caution, "drive_too_small", "The motor takes #{show(current, 'A')}, the drive gives #{show(limit, 'A')}",
                "Above #{percent(limit / current)} of the rated current the drive is at its limit.", "Take a larger drive if the machine needs the full torque.", facts: %w[rated_current])
      end

      # Only what the drive can hold is proposed.
      def propose(entry_key, figure, reason, facts: [])
        entry = profile.fetch(entry_key)
        return if entry.text? ? figure.empty? : !(figure.to_f.finite? && entry.raw_range.cover?(entry.raw(figure)))
        Proposal.new(key: entry_key, figure: figure, reason: reason, facts: facts.map(&:to_s))
      end

      def show(value, unit, decimals = nil) = Quantities.format(value, unit, decimals)
      def percent(ratio) = show(ratio * 100, "%", 0)
      def rpm(speed) = show(speed * RPM, "rpm", 0)
    end
  end
end
