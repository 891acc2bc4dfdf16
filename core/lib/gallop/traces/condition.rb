# frozen_string_literal: true

module Gallop
  module Traces
    # One condition of a trigger. kind: of TRIGGERS. level: in the unit in which the signal is shown. bit: its place.
    Condition =
      Record.define(:kind, signal: nil, level: nil, bit: nil) do
        # @return [Objects::Signal, nil] that it looks at
        def watched(profile) = looks? ? profile.signal(signal) : nil

        # @return [Float] as the wire has it
        def level_si(profile)
          return 0.0 unless Traces::LEVELS.include?(kind)
          one = watched(profile)
          one.plain? ? level : Quantities::Unit.fetch(Traces.unit(one, profile)).to_si(level)
        end

        # @raise [Objects::Unacceptable]
        def check(profile)
          if !Traces::TRIGGERS.include?(kind)
            refuse "“#{kind}” is no trigger; known are #{Traces::TRIGGERS.join(", ")}."
          end
          return unless looks?
          refuse "#{profile.title} has no signal “#{signal}” that could trigger." if watched(profile).nil?
          refuse "A level is expected as a figure." if level? && !(level.is_a?(Numeric) && level.to_f.finite?)
          refuse "A bit from 0 to 31 is expected." if !level? && !(bit.is_a?(Integer) && bit.between?(0, 31))
        end

        # @return [String]
        def sentence(profile)
          one = watched(profile)
          case kind
          when "rises", "falls", "crosses"
            way = { "rises" => "rises above", "falls" => "falls below", "crosses" => "crosses" }.fetch(kind)
            "#{one.name} #{way} #{Quantities.format(level, Traces.unit(one, profile), nil)}"
          when "bit_set", "bit_cleared", "bit_changes"
            way = { "bit_set" => "is set", "bit_cleared" => "is cleared", "bit_changes" => "changes" }.fetch(kind)
            "#{one.name}: #{one.bits[bit] || "bit #{bit}"} #{way}"
          else
            { "state_changes" => "the state changes", "fault" => "a fault", "motion" => "motion begins" }.fetch(kind)
          end
        end

        private

        def level? = Traces::LEVELS.include?(kind)
        def looks? = level? || Traces::BITS.include?(kind)
        def refuse(reason) = raise(Objects::Unacceptable, reason)
      end
  end
end
