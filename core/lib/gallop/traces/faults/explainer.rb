# frozen_string_literal: true

module Gallop
  module Traces
    module Faults
      # Names the cause of a fault: each that comes into question for its code replays what the trace shows (speed from
      # torque, bus from power, phases, an oscillation) under the facts with the one change that the cause stands for.
      # What a replay leaves over ranks them; where none fits, or two fit alike, it is not decided.
      #
      #   Traces::Faults::Explainer.new(seen, given, 0x3210).explanation.headline   # => "Ramp too short"
      class Explainer
        OVER_VOLTAGE = 0x3210
        UNDER_VOLTAGE = 0x3220
        FEEDBACK_LOST = 0x7305
        COMMUTATION = 0x7122
        PHASE_LOST = 0xFF20
        HEAT = 0x2350

        ALL = %i[ramp load phase gain feedback brake].freeze
        # Which causes come into question: over-voltage, under-voltage, feedback lost, output phase lost; over-current,
        # motor heat, blocked, commutation, over-speed, following error. Of others the code says it all.
        BY_CODE = {
          OVER_VOLTAGE => %i[ramp resistor load],
          UNDER_VOLTAGE => %i[mains],
          FEEDBACK_LOST => %i[feedback],
          PHASE_LOST => %i[phase],
          0x2310 => ALL,
          HEAT => ALL,
          0x7121 => ALL,
          COMMUTATION => ALL,
          0x8480 => ALL,
          0x8611 => ALL
        }.freeze

        # Whether there is anything to be told beyond the code.
        def self.explains?(code) = BY_CODE.key?(code)

        AT_MOST = 0.35 # left over, for a cause to be named
        APART = 0.1 # from the next, at least
        TIMES = 1.5 # and so many times

        HEAVIER = 1.4 # times the given inertia
        AS_GIVEN = (0.6..1.3)
        DRAGS = 0.25 # of the torque limit
        OPEN = 0.6 # of the given conductance
        FULL_EFFORT = 0.9
        SOME_EFFORT = 0.3
        STANDS = 0.02
        UNMET = 0.4
        DEAD_PHASE = 0.15
        SWINGS = 0.4

        # @param seen [Seen] @param given [Given] @param code [Integer]
        def initialize(seen, given, code)
          @evidence = Evidence.new(seen, given, code)
          @words = Words.new(@evidence)
          @code = code
        end

        # @return [Explanation]
        def explanation
          left = causes.to_h { |cause| [cause, send(cause).to_f] }.select { |_, share| share < 1.0 }
          ranking = left.sort_by(&:last).map { |cause, share| candidate(cause, share) }
          Explanation.new(cause: decided(ranking), ranking: ranking)
        end

        private

        attr_reader :evidence

        def given = evidence.given
        def bus = evidence.bus
        def mechanics = evidence.mechanics

        def causes = BY_CODE.fetch(@code, [])
        def candidate(cause, share) = Candidate.new(cause: cause, left_over: share, **@words.of(cause))

        def decided(ranking)
          best, next_one = ranking
          return if best.nil? || best.left_over > AT_MOST
          best if next_one.nil? || next_one.left_over > [best.left_over + APART, best.left_over * TIMES].max
        end

        # Each answers with what its replay leaves over; 1 where it is out of the question.

        def ramp
          return 1.0 unless as_given?
          if @code == OVER_VOLTAGE
            return evidence.electrical? ? both(bus.left_over(conductance_given), mechanics.left_over_as_given) : 1.0
          end
          evidence.at_limit.positive? && mechanics.moves? ? mechanics.left_over_as_given : 1.0
        end

        def load
          return 1.0 unless evidence.mechanical?
          if @code == OVER_VOLTAGE
            return(
              (
                if heavier? && evidence.electrical?
                  both(bus.left_over(conductance_given), mechanics.left_over_fitted)
                else
                  1.0
                end
              )
            )
          end
          return 1.0 if @code != HEAT && evidence.effort < FULL_EFFORT
          mechanics.moves? && (heavier? || drags?) ? mechanics.left_over_fitted : 1.0
        end

        def resistor
          if given.resistor.nil? || !evidence.electrical? || !bus.chopped? || bus.conductance > OPEN * conductance_given
            return 1.0
          end
          # Without a device the load is known too badly in so short a time; the bus tells by itself.
          return bus.left_over(bus.conductance) unless evidence.servo? && evidence.mechanical?
          both(bus.left_over(bus.conductance), as_given? ? mechanics.left_over_as_given : 1.0)
        end

        def mains = evidence.electrical? ? bus.left_over_without_mains : 1.0

        def phase
          weakest = evidence.weakest_phase or return 1.0
          return weakest if @code == PHASE_LOST
          weakest < DEAD_PHASE && evidence.unmet > UNMET ? weakest : 1.0
        end

        def gain
          return 1.0 if !evidence.mechanical? || evidence.swing_effort < SOME_EFFORT
          share = evidence.swing_share
          share > SWINGS ? 1.0 - share : 1.0
        end

        # A device that says nothing any more; or one by which the motor has run as it should, until the torque went the
        # wrong way.
        def feedback
          return 0.0 if @code == FEEDBACK_LOST
          @code == COMMUTATION ? 1.0 - [evidence.follows, 1.0].min : 1.0
        end

        def brake
          return 1.0 unless evidence.servo? && evidence.mechanical?
          stuck = evidence.follows < STANDS && evidence.effort > SOME_EFFORT && evidence.unmet < UNMET
          stuck ? evidence.follows : 1.0
        end

        def conductance_given = given.resistor ? 1.0 / given.resistor : 0.0
        def heavier? = (mechanics.times_given || 0.0) > HEAVIER
        def drags? = mechanics.drag > DRAGS * given.torque_limit

        # Whether the motion is that of the machine as it was given.
        def as_given?
          return false unless evidence.mechanical?
          times = mechanics.times_given
          !times.nil? && AS_GIVEN.cover?(times) && !drags?
        end

        def both(one, other) = Math.hypot(one, other)
      end
    end
  end
end
