# frozen_string_literal: true

module Gallop
  module Feedback
    # What the live figures of an enabled servo say about its wiring, as somebody experienced would read them: a shaft
    # that does not turn at full current, one that jerked and stands, a current that makes no torque, a load that
    # weighs nothing.
    class Running
      include Findings

      # One look: at (s), demand, speed (in the drive's unit), torque_current (A rms, signed), current (A rms), count,
      # fault code, index pulses seen so far (of 16 bits; nil where there are none).
      Look = Record.define(:at, :demand, :speed, :torque_current, :current, :count, fault: 0, index: nil)
      # What it rests on. brake: whether the drive releases one; gravity, friction (N·m, positive holds the load) as
      # they were worked out
      Axis =
        Record.define(
          :counts,
          :pole_pairs,
          :rated_current,
          torque_constant: nil,
          brake: false,
          gravity: 0.0,
          friction: 0.0,
          incremental: false,
          turned_by_hand: nil,
          shaft: Shaft.turning,
          wires: 3
        )

      HELD = 0.4 # s without motion that count
      STANDS = 0.1 # share of the demand below which it stands
      TURNS = 0.5 # share of the demand above which it turns as it was told
      BEYOND = 2.0 # times the demand
      STRONG = 0.3 # of the rated current
      STRONGER = 1.5 # times what the load can do
      FEW_PULSES = 2 # of an index that show that it turns
      LITTLE = 0.25 # of a turn, that a count goes which is dead
      NO_TORQUE = 0.8 # share of the current that makes torque; less is no alignment that control would leave
      MOTION = 3.0 # electrical degrees that are motion
      LIGHT = 0.4 # share of the weight below which a load is not there
      HEAVY = 0.05 # share of the rated torque from which a weight is judged
      COMMUTATION = 0x7122
      ALIGNMENT = 0xFF30
      LOST_PHASE = 0xFF20

      # @param looks [Array<Look>] of the latest stretch that the drive was enabled, in the order of time @param axis
      # [Axis]
      def initialize(looks, axis)
        @looks = looks
        @axis = axis
      end

      # @return [Array<Finding>]
      def findings
        return [commutation(@looks.last)] if fault?(COMMUTATION)
        return [phase_lost] if fault?(LOST_PHASE)
        return [moved? ? commutation(@looks.last) : shaft_held(@looks.map(&:current).max)] if fault?(ALIGNMENT)
        Finding.in_order([runs_off || (stands && standing), weightless].compact)
      end

      private

      attr_reader :axis

      def fault?(code) = @looks.any? { |look| look.fault == code }

      # The last stretch, long enough, in which it was told to turn and did not, unless it did after all.
      def stands
        @stands ||=
          last_stretch { |look| held?(look) }.then { |part| part unless part.nil? || turned_after?(part.last.at) }
      end

      # @return [Array<Look>, nil] the last that was so throughout, and long enough
      def last_stretch
        @looks
          .chunk_while { |a, b| yield(a) == yield(b) }
          .select { |part| yield(part.first) && part.last.at - part.first.at >= HELD }
          .last
      end

      def turned_after?(time)
        @looks.any? { |look| look.at > time && look.demand.nonzero? && look.speed / look.demand > TURNS }
      end

      def held?(look) = look.demand.nonzero? && look.speed.abs < [STANDS * look.demand.abs, 1.0].max
      def mean(looks, member) = looks.sum(&member) / looks.size.to_f
      def thing = axis.shaft.word(:thing)
      def show(...) = Quantities.format(...)

      # Far faster than it was told to, against all that the current does, and against more than its load can do.
      def runs_off
        part = last_stretch { |look| off?(look) }
        return if part.nil? || mean(part, :current) < STRONG * axis.rated_current || !stronger_than_load?(part)
        commutation(part.last, times: mean(part, :speed) / mean(part, :demand))
      end

      def off?(look)
        look.demand.nonzero? && look.speed / look.demand > BEYOND && look.torque_current * look.demand < 0
      end

      def stronger_than_load?(looks)
        return false if axis.torque_constant.nil?
        torque = mean(looks, :torque_current).abs * axis.torque_constant
        torque > STRONGER * (axis.gravity.abs + axis.friction.abs)
      end

      def standing
        late = stands.last([stands.size / 2, 1].max)
        current = mean(late, :current)
        return if current < 0.05 * axis.rated_current
        if mean(late, :torque_current).abs < NO_TORQUE * current
          return open_phase(current, mean(late, :torque_current).abs)
        end
        return dead_count if pulses_of(stands) >= FEW_PULSES && turned_in(stands) < LITTLE
        moved? ? commutation(stands.last) : shaft_held(current)
      end

      def pulses_of(looks) = looks.first.index ? (looks.last.index - looks.first.index) & 0xFFFF : 0
      def turned_in(looks) = looks.map(&:count).minmax.then { |low, high| (high - low).fdiv(axis.counts) }

      # Since it was enabled, in electrical degrees.
      def moved?
        360.0 * (axis.pole_pairs || 1) * turned_in(@looks) > MOTION
      end

      def open_phase(current, torque_current)
        blocker(
          "open_phase",
          "#{show(current, "A", 2)} flow, and #{show(torque_current, "A", 2)} of them make torque",
          because:
            "The current goes where it is not sent: one phase of the motor carries none, " \
              "and the motor hums at a dead angle.",
          so: "Switch off, and check the three motor wires at both ends."
        )
      end

      # The drive has seen it by itself.
      def phase_lost
        two = axis.wires == 2
        blocker(
          "open_phase",
          two ? "No current flows in the motor" : "A motor phase carries nothing of the current that is asked of it",
          because: "#{two ? "One of its wires is" : "Its wire is"} open, at one end or inside the motor.",
          so: "Switch off, and check the motor wires at both ends; then measure the winding."
        )
      end

      def shaft_held(current)
        brake =
          (
            if axis.brake
              "The drive gives its brake current; if the brake did not click, its coil is not wired."
            else
              "If there is a holding brake, nobody releases it: the drive is told of none."
            end
          )
        blocker(
          "shaft_held",
          "The #{thing} does not move at #{show(current, "A", 2)}",
          because:
            "#{brake}#{
              if axis.incremental
                " If the #{thing} did jerk, the count is dead: index and a channel " \
                  "may be exchanged."
              end
            }",
          so:
            (
              if axis.brake
                "Measure at the brake's terminals; lift the brake by hand to be sure."
              else
                "Give the brake at Power, or free the mechanics."
              end
            )
        )
      end

      def dead_count
        blocker(
          "dead_count",
          "#{show(pulses_of(stands), "", 0).strip} index pulses came, and the count stands",
          because: "The #{thing} turns unseen: the index and a channel are exchanged, or the wire of a channel is off.",
          so: "Stop it, check the wires of the device, and turn the shaft by hand at Feedback."
        )
      end

      # @param times [Float, nil] of the demand, at which it goes
      def commutation(look, times: nil)
        blocker(
          "commutation",
          times ? running_off(look, times) : commutation_seen(look),
          because: "#{axis.wires == 2 ? "The current" : "The field"} runs against the #{thing}. #{commutation_cause}",
          so: commutation_remedy
        )
      end

      def running_off(look, times)
        "The #{thing} goes at #{show(times, "", 1).strip} times the speed that is demanded, against " \
          "#{show(look.current, "A", 2)}"
      end

      def commutation_seen(look)
        case look.fault
        when COMMUTATION
          "The #{thing} ran away against its #{axis.shaft.word(:torque)}"
        when ALIGNMENT
          "The #{thing} did not follow the field in the alignment"
        else
          "The #{thing} jerked and stands at #{show(look.current, "A", 2)}"
        end
      end

      # By the wires of the motor: two with brushes, four of two phases.
      MISTAKES = {
        2 => "the two motor wires are exchanged",
        3 => "two motor phases are exchanged, or all three hall wires have moved on by one",
        4 => "the two wires of one motor phase are exchanged, or one is open"
      }.freeze
      EITHER = {
        2 => "Channels A and B or the two motor wires are exchanged.",
        3 => "Channels A and B, two motor phases or hall wires are exchanged.",
        4 => "Channels A and B or the wires of a motor phase are exchanged."
      }.freeze
      REMEDIES = {
        2 => "Exchange the two motor wires.",
        3 => "Exchange two motor wires, V with W.",
        4 => "Exchange the two wires of one phase, and check all four at both ends."
      }.freeze
      private_constant :MISTAKES, :EITHER, :REMEDIES

      def commutation_cause
        case axis.turned_by_hand
        when "proven"
          "Turned by hand all came as it should, so the feedback is right: #{MISTAKES.fetch(axis.wires)}."
        when "failed"
          "The turn by hand has shown what is wrong with the feedback."
        else
          EITHER.fetch(axis.wires)
        end
      end

      def commutation_remedy
        case axis.turned_by_hand
        when "proven"
          REMEDIES.fetch(axis.wires)
        when "failed"
          "Put that right first."
        else
          "Turn the shaft by hand at Feedback: it tells the two apart."
        end
      end

      # A weight that should be felt while it turns steadily: T = K_t i against gravity, with friction helping or not.
      def weightless
        steady = steady_part
        unless steady && axis.torque_constant && axis.gravity.abs >= HEAVY * axis.rated_current * axis.torque_constant
          return
        end
        friction = axis.friction * (steady.first.demand <=> 0)
        torque = mean(steady, :torque_current) * axis.torque_constant
        return if (torque - friction) / axis.gravity >= LIGHT
        blocker(
          "weightless",
          "#{axis.shaft.text(:torque, torque)} #{axis.shaft.slides? ? "move" : "turn"} the load; " \
            "#{axis.shaft.text(:torque, axis.gravity + friction)} should, for its weight",
          because: "Gravity is not felt: the load is not coupled, or something else carries it.",
          so: "Check the coupling, before the brake is trusted to hold anything."
        )
      end

      def steady_part
        @looks
          .chunk_while { |a, b| a.demand == b.demand }
          .map { |part| part.drop(part.size / 3) }
          .select do |part|
            part.size > 3 && part.first.demand.nonzero? && part.last.at - part.first.at >= HELD &&
              part.all? { |look| (look.speed - look.demand).abs < 0.2 * look.demand.abs }
          end
          .last
      end
    end
  end
end
