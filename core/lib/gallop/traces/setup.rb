# frozen_string_literal: true

module Gallop
  module Traces
    # What a trace memory is to take: signals by key, how often, how many, how many of them before the trigger, and the
    # trigger. Levels are in the unit in which the signal is shown.
    #
    #   setup = Traces::Setup.checked(profile, signals: ["speed.measured"], divider: 16, length: 8192, pre: 20,
    #                                 triggers: [{ kind: "rises", signal: "speed.measured", level: 100.0 }])
    #   setup.entries(ticket: 7)   # => { "trace.ticket" => 7, "trace.divider" => 16, … }
    Setup =
      Record.define(:profile, :signals, :divider, :length, :pre, triggers: []) do
        # @param triggers [Array<Hash>] kind, signal, level, bit @return [Setup] @raise [Objects::Unacceptable]
        def self.checked(profile, signals:, divider:, length:, pre:, triggers: [])
          wanted = triggers.map { |given| Traces::Condition.new(**given) }.reject { |one| one.kind == "none" }
          new(profile: profile, signals: signals, divider: divider, length: length, pre: pre, triggers: wanted).check
        end

        # @param data [Hash] as #to_data gives it
        def self.from_data(profile, data)
          triggers = data.fetch("triggers").map { |row| row.transform_keys(&:to_sym) }
          checked(profile, triggers: triggers, **data.except("triggers").transform_keys(&:to_sym))
        end

        # The same for another drive that is recorded with this one: the same stretch of time, the signals that it has
        # too, and no trigger of its own but a fault; where there is none here, none there.
        # @param rate [Integer] Hz of this drive's fastest loop @param other_rate [Integer] of the other's
        # @return [Setup]
        def beside(other, rate:, other_rate:)
          known = signals.select { |key| other.signal(key) }
          divided = [(divider * other_rate / rate.to_f).round, 1].max
          Setup.checked(
            other,
            signals: known.any? ? known : other.fault_signals.first(4).map(&:key),
            divider: divided,
            length: (length * divider * other_rate / (rate.to_f * divided)).round.clamp(16, Traces::MOST_SAMPLES),
            pre: pre,
            triggers: triggers.any? ? [{ kind: "fault" }] : []
          )
        end

        def to_data
          { "signals" => signals, "divider" => divider, "length" => length, "pre" => pre }.merge(
            "triggers" => triggers.map { |one| one.to_h.transform_keys(&:to_s) }
          )
        end

        def channels = signals.map { |key| profile.signal(key) }

        # @return [Hash{String => Object}] raw by key, in the order in which they are to be written before it is armed
        def entries(ticket:)
          numbers = (0...Traces::MOST_CHANNELS).to_h { |n| ["trace.signal_#{n + 1}", channels[n]&.number || 0] }
          {
            "trace.ticket" => ticket,
            "trace.divider" => divider,
            "trace.length" => length,
            "trace.pre_trigger" => pre
          }.merge(numbers, *(1..2).map { |n| trigger_entries(n, triggers[n - 1]) })
        end

        # @param rate [Integer] Hz of the fastest loop @return [Float] s that the samples before the trigger take
        def seconds_before(rate) = length * pre / 100.0 * divider / rate

        # What it waits for. @return [String]
        def sentence
          return "at once" if triggers.empty?
          triggers.map { |one| one.sentence(profile) }.join(" and ")
        end

        # @raise [Objects::Unacceptable]
        def check
          check_signals
          check_range("The divider", divider, profile.fetch("trace.divider"))
          check_range("The length", length, profile.fetch("trace.length"))
          check_range("The share before the trigger", pre, profile.fetch("trace.pre_trigger"))
          refuse "A trace has at most two triggers." if triggers.size > 2
          triggers.each { |one| one.check(profile) }
          self
        end

        private

        def check_signals
          refuse "Choose at least one signal." if signals.empty?
          refuse "A trace has at most #{Traces::MOST_CHANNELS} signals." if signals.size > Traces::MOST_CHANNELS
          refuse "A signal is chosen twice." if signals.uniq.size < signals.size
          missing = signals.find { |key| profile.signal(key).nil? }
          refuse "#{profile.title} has no signal “#{missing}”." if missing
        end

        def check_range(name, figure, entry)
          entry.check(figure)
        rescue Objects::Unacceptable
          refuse "#{name} is #{entry.range_text}, and a whole number."
        end

        def trigger_entries(n, trigger)
          signal = trigger&.watched(profile)
          {
            "trace.trigger_#{n}_kind" => Traces::TRIGGERS.index(trigger&.kind || "none"),
            "trace.trigger_#{n}_signal" => signal&.number || 0,
            "trace.trigger_#{n}_level" => trigger&.level_si(profile) || 0.0,
            "trace.trigger_#{n}_mask" => 1 << (trigger&.bit || 0)
          }
        end

        def refuse(reason) = raise(Objects::Unacceptable, reason)
      end
  end
end
