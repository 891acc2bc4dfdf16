# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # When a trace memory fires: at the first sample at which all conditions hold that did not all hold at the one
      # before. A crossing, a change of bits or of the state holds for the sample at which it is seen.
      class Trigger
        # kind: of Traces::TRIGGERS; level in SI, of the shaft
        Condition = Record.define(:kind, :source, level: 0.0, mask: 0)

        # @param conditions [Array<Condition>]
        def initialize(conditions)
          @conditions = conditions
          @before = conditions.map { |condition| seen(condition) }
          @held = conditions.each_with_index.all? { |condition, n| holds?(condition, n, @before[n]) }
        end

        # Looks at the present sample. @return [Boolean]
        def fires?
          holds = true
          @conditions.each_with_index do |condition, n|
            seen = seen(condition)
            holds &&= holds?(condition, n, seen)
            @before[n] = seen
          end
          fires = holds && !@held
          @held = holds
          fires
        end

        private

        # What is compared: on which side of the level, or the bits.
        def seen(condition)
          figure = condition.source.call
          case condition.kind
          when "rises", "falls", "crosses"
            figure > condition.level
          when "bit_set", "bit_cleared", "bit_changes"
            figure.to_i & condition.mask
          when "motion"
            figure != 0
          else
            figure
          end
        end

        def holds?(condition, n, seen)
          case condition.kind
          when "rises", "motion"
            seen
          when "falls"
            !seen
          when "crosses", "bit_changes", "state_changes"
            seen != @before[n]
          when "bit_set"
            seen == condition.mask
          when "bit_cleared"
            seen.zero?
          when "fault"
            seen != 0
          end
        end
      end
    end
  end
end
