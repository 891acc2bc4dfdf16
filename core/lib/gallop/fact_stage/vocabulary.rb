# frozen_string_literal: true

module Gallop
  class FactStage
    # What consequences, rules and proposals of a stage are written with: facts in, figures and words out. It needs
    # #given, #sheet, #profile, #shaft and #named of the stage.
    module Vocabulary
      private

      # Yields the given facts in SI when all are there.
      def given_all(*keys)
        values = keys.map { |key| given(key) }
        yield(*values) if values.none?(&:nil?)
      end

      # @return [Float, Integer, String, nil] a fact in its own unit, or the choice that was made
      def as_typed(key) = sheet.asks?(key) ? sheet[key] : nil

      # A fact of a length as it was typed, in metres and without the noise of binary fractions. @return [Rational, nil]
      def exact(key)
        return unless sheet.asks?(key) && sheet[key]
        sheet.exact(key) * Quantities::Unit.fetch(sheet.field(key).unit).factor.to_s.to_r
      end

      def rating(key) = profile.rating.fetch(key)

      def consequence(id, label, value, unit, decimals = nil, note = nil)
        Consequence.new(id: id, label: label, value: value, unit: unit, decimals: decimals, note: note)
      end

      # A consequence in words.
      def statement(id, label, words, note = nil) =
        Consequence.new(id: id, label: label, value: nil, unit: "", words: words, note: note)

      # Only what the drive has and can hold is proposed.
      def propose(entry_key, figure, reason, facts: [])
        entry = profile[entry_key] or return
        return if entry.text? ? figure.empty? : !(figure.to_f.finite? && entry.raw_range.cover?(entry.raw(figure)))
        Proposal.new(key: entry_key, figure: figure, reason: reason, facts: named(facts.map(&:to_s)))
      end

      # A fact that one entry of the drive takes over as it is.
      def propose_as_given(key, entry_key, reason = nil, facts: [key])
        value = given(key) or return
        propose(entry_key, profile.fetch(entry_key).from_si(value), reason || "as given", facts: facts)
      end

      # A figure of the shaft, in the unit of the entry.
      def propose_of_shaft(entry_key, kind, figure, reason, facts: [])
        profile[entry_key] && propose(entry_key, in_unit_of(entry_key, kind, figure), reason, facts: facts)
      end

      # A figure of the shaft in the unit of an entry, and back. @return [Float]
      def in_unit_of(entry_key, kind, figure) = profile.fetch(entry_key).from_si(shaft.real(kind, figure))
      def of_entry(entry_key, kind, figure) = shaft.reckoned(kind, profile.fetch(entry_key).to_si(figure))

      # Figures in words.
      def show(value, unit, decimals = nil) = Quantities.format(value, unit, decimals)
      def percent(ratio) = show(ratio * 100, "%", 0)
      def told(kind, figure) = shaft.told(kind, figure)
      def speed_text(speed) = shaft.text(:speed, speed)
      def torque_text(torque) = shaft.text(:torque, torque)
      def acceleration_text(acceleration) = shaft.text(:acceleration, acceleration)
    end
  end
end
