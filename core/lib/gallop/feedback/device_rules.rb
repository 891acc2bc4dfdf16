# frozen_string_literal: true

module Gallop
  module Feedback
    # What cannot be, or does not fit, between the device, the motor and the drive.
    module DeviceRules
      SUPPLY_CURRENT = 0.15 # A
      SUPPLY_SECTION = "0.25" # mm²
      SUPPLY_TOLERANCE = 0.1
      FEW = 128 # counts in an electrical turn below which the field angle is coarse (2.8° each)
      FAR_SINGLE = 3.0 # m of cable that a single-ended signal stands beside a motor cable
      FAST_SINGLE = 300e3 # Hz of lines that a single-ended signal stands
      RIPPLE = 0.01 # of the rated speed

      private

      def device_not_taken
        return if kind.nil? || device == "none" || taken.include?(device)
        words = taken.map { |name| KINDS.fetch(name).words.downcase }
        blocker(
          "device_not_taken",
          "The drive has no input for #{kind.words.downcase}",
          because: "#{profile.title} takes: #{words.join(", ")}.",
          so: "Another device, or another drive.",
          facts: %w[device]
        )
      end

      def taken = profile.rating.fetch(:feedback)

      def feedback_missing
        return unless device == "none" && profile.magnets_commutated?
        blocker(
          "feedback_missing",
          (
            if shaft.slides?
              "A linear motor is not moved without feedback here"
            else
              "A synchronous motor is not turned without feedback here"
            end
          ),
          because: "The drive has to know where the magnets are at every moment.",
          so: shaft.slides? ? "Give the scale beside the motor." : "Give the device on the motor shaft.",
          facts: %w[device]
        )
      end

      def speed_without_feedback
        return unless device == "none" && !profile.servo?
        slip = motor&.slip_of_rating
        note(
          "speed_without_feedback",
          (
            if slip
              "The speed is known within the slip: #{show(slip * 100, "%", 1)} at rated load"
            else
              "The speed is known within the slip"
            end
          ),
          because:
            "Without feedback the drive knows its frequency alone; slip compensation takes " \
              "most of the difference away.",
          facts: %w[device],
          values: profile["output.slip_compensation"] ? ["output.slip_compensation"] : []
        )
      end

      # With a motor with brushes: what a warm armature makes of a speed that is worked out with its cold resistance.
      def speed_by_back_emf
        off = speed_off_when_warm or return
        note(
          "speed_by_back_emf",
          "The speed is worked out from the back-EMF: #{speed_text(off)} off at rated torque once the armature is warm",
          because:
            "What it loses in its resistance is reckoned with as it was cold; below #{speed_text(5 * off)} that is " \
              "more than a fifth.",
          so: "Enough for pumps and fans; for slow or exact speed an encoder.",
          facts: %w[device],
          values: %w[motor.phase_resistance]
        )
      end

      def lines_too_fast
        return unless speed_of_lines && top_speed && top_speed > speed_of_lines
        blocker(
          "lines_too_fast",
          "#{speed_text(top_speed)} gives #{show(top_speed / speed_of_lines * input_limit / 1e3, "kHz", 0)} of " \
            "lines; the input takes #{show(input_limit / 1e3, "kHz", 0)}",
          because: "Counts are lost, and with them position and commutation: the motor may run away.",
          so: "At most #{speed_text(speed_of_lines)}, or #{fewer_lines(speed_of_lines / top_speed)}.",
          facts: counting_facts
        )
      end

      def too_coarse
        return unless motor_counts && pole_pairs && kind.counts != :halls
        each = motor_counts.to_f / pole_pairs
        return if each >= FEW
        finding(
          each < 6 ? :blocker : :caution,
          "too_coarse",
          "#{show(each, nil, 0)} counts in an electrical turn",
          because:
            "The field angle is known to #{show(360 / each, "°", 1)} only; #{shaft.word(:torque)} ripples with it.",
          so: finer_device,
          facts: counting_facts
        )
      end

      def fewer_lines(share) = "#{(sheet["lines"] * share).floor} lines"
      def finer_device = "A device with #{(FEW * pole_pairs / ratio.to_f).ceil} counts a turn or more."

      def resolver_pairs_odd
        pairs = as_typed("resolver_pairs")
        return unless pairs && pole_pairs && (pole_pairs % pairs).nonzero?
        blocker(
          "resolver_pairs_odd",
          "#{pairs} resolver pole pairs do not go into #{pole_pairs.to_i} motor pole pairs",
          because: "One angle of the resolver then stands for different field angles.",
          so:
            "The motor's pole pairs must be a whole multiple of the resolver's: " \
              "#{(1..pole_pairs.to_i).select { |n| (pole_pairs.to_i % n).zero? }.join(", ")}.",
          facts: %w[resolver_pairs]
        )
      end

      def slow_word
        limit = speed_of_slow_word
        return unless limit && top_speed && top_speed > limit
        caution(
          "slow_word",
          "A word every #{show(given("update_time") * 1e6, "µs", 0)} carries the commutation to #{speed_text(limit)} " \
            "only; the motor #{shaft.slides? ? "goes" : "turns"} #{speed_text(top_speed)}",
          because:
            "At top speed the field angle is " \
              "#{show(top_speed * pole_pairs * given("update_time") * 180 / Math::PI, "°", 0)} " \
              "old when the next word comes.",
          so:
            "Use it for the start alone and count lines or halls while #{shaft.slides? ? "moving" : "turning"}, or " \
              "lower the top speed.",
          facts: %w[update_time]
        )
      end

      def behind_a_gear
        return if kind.nil? || kind.counts.nil? || ratio == 1 || !profile.magnets_commutated?
        caution(
          "behind_a_gear",
          "The device turns #{show(ratio.to_f, nil)} times with each motor turn",
          because:
            "Play and stretch between the two become errors of the field angle. One slipped tooth, and the motor " \
              "may run away.",
          so: "Commutate by a device on the motor shaft; keep this one for the position.",
          facts: %w[encoder_turns motor_turns]
        )
      end

      def half_a_mounting
        given = %w[encoder_turns motor_turns].select { |key| as_typed(key) }
        return unless given.one?
        blocker(
          "half_a_mounting",
          "Only one number of the mounting ratio is given",
          because: "A ratio needs both; one alone would silently be taken as to 1.",
          so: "Give both, 1 where it is 1.",
          facts: given
        )
      end

      # Halls count electrical turns: without the pole pairs that is no speed of the shaft.
      def pairs_missing
        return unless kind&.counts == :halls && pole_pairs.nil?
        blocker(
          "pairs_missing",
          "The speed would be taken from an electrical angle, and the pole pairs are not known",
          because:
            "Hall sensors go through their six states once in each electrical turn; a shaft turn has as many of " \
              "these as pole pairs.",
          so: "Give the pole pairs at Motor.",
          facts: %w[device]
        )
      end

      def alignment_with_load
        unless kind && !kind.commutates && kind.counts && profile.magnets_commutated? && mechanics&.load_comes_down?
          return
        end
        blocker(
          "alignment_with_load",
          "The alignment after power-up moves a load that falls",
          because: "The motor is pulled to a known angle with the brake open; until then it holds nothing.",
          so: "An absolute device or hall sensors for the start, or a counterweight.",
          facts: %w[device]
        )
      end

      def alignment_needed
        return unless kind && !kind.commutates && kind.counts && profile.magnets_commutated?
        note(
          "alignment_needed",
          "After each power-up the motor moves before it is ready",
          because: "The device does not tell where the magnets are.",
          so:
            "Keep the way free by half an electrical turn, or " \
              "#{taken.include?("incremental_halls") ? "add hall sensors" : "take an absolute device"}.",
          facts: %w[device]
        )
      end

      def position_within_a_turn
        return unless %w[absolute resolver pulse_width].include?(device) && turns_of_stroke.to_f > 1
        note(
          "position_within_a_turn",
          "The stroke takes #{show(turns_of_stroke, nil, 1)} turns; the device tells one from nothing else",
          because: "After power-up the angle is known and the turn is not.",
          so: "Home the axis after power-up, or take a device that counts turns.",
          facts: %w[device]
        )
      end

      def range_too_short
        return unless multi_turns && turns_of_stroke && turns_of_stroke > multi_turns
        caution(
          "range_too_short",
          "The stroke takes #{show(turns_of_stroke, nil, 0)} turns; #{show(multi_turns, nil, 0)} are told apart",
          because: "Beyond them the position begins anew, off by the whole range.",
          so: "Count the overflows in the controller, or take more bits.",
          facts: %w[multi_bits]
        )
      end

      def turns_of_stroke = mechanics&.stroke_in_motor_turns

      def no_index
        return unless kind&.counts == :lines && as_typed("index") == "no"
        note(
          "no_index",
          "Without an index lost counts stay unnoticed",
          because: "Nothing on the way says that the count is right, and homing has its switch alone to go by.",
          facts: %w[index]
        )
      end

      def single_ended_far
        return unless as_typed("signal") == "single_ended" && given("cable").to_f > FAR_SINGLE
        caution(
          "single_ended_far",
          "A single-ended signal over #{show(given("cable"), "m")}",
          because:
            "Beside a motor cable it picks up edges that are none; #{show(FAR_SINGLE, "m", 0)} is what it stands.",
          so: "A differential device, or a line driver at the motor.",
          facts: %w[signal cable]
        )
      end

      def single_ended_fast
        return unless as_typed("signal") == "single_ended" && kind&.counts == :lines && lines_a_turn && top_speed
        frequency = top_speed / (2 * Math::PI) * lines_a_turn.to_f * ratio.to_f
        return if frequency <= FAST_SINGLE
        caution(
          "single_ended_fast",
          "#{show(frequency / 1e3, "kHz", 0)} of lines on single-ended wires",
          because: "Above #{show(FAST_SINGLE / 1e3, "kHz", 0)} their edges blur into one another.",
          so: "A differential device, or fewer lines.",
          facts: ["signal", *counting_facts]
        )
      end

      def supply_not_given_here
        return unless given("supply") && profile["feedback.supply"] && supply_choice.nil?
        offered = profile.fetch("feedback.supply").choices.values.join(", ")
        caution(
          "supply_not_given_here",
          "The drive does not supply #{show(given("supply"), "V")}",
          because: "It gives #{offered} at its terminals.",
          so: "Feed the device from outside, with the grounds joined, and leave the drive's supply unconnected.",
          facts: %w[supply]
        )
      end

      # ΔU = 2 l ρ/A I over both wires; what the device is left with decides, most of all at 5 V.
      def supply_drops
        length = given("cable")
        volts = given("supply")
        return unless length && volts
        current = given("supply_current") || SUPPLY_CURRENT
        drop = 2 * length * Motors::Surroundings::COPPER / (as_typed("supply_section") || SUPPLY_SECTION).to_f * current
        return if drop <= SUPPLY_TOLERANCE * volts
        caution(
          "supply_drops",
          "#{show(length, "m", 0)} of cable take #{show(drop, "V")} of the device's #{show(volts, "V", 0)}",
          because:
            "#{show(current * 1e3, "mA", 0)} through both wires; devices stand #{percent(SUPPLY_TOLERANCE)} less " \
              "than their supply, then they lose counts or fall silent.",
          so: "A larger section or parallel wires, sense lines, or a supply near the device.",
          facts: %w[cable supply supply_current supply_section]
        )
      end

      def ripple_large
        rated = motor_fact("rated_speed")
        return unless ripple && rated && ripple > RIPPLE * rated
        caution(
          "ripple_large",
          "The steps alone make the speed ripple by #{shaft.text(:fine_speed, ripple)}",
          because: "That is #{show(ripple / rated * 100, "%", 1)} of the rated speed; the motor growls and warms.",
          so: "A lower speed filter, or a device with more counts.",
          facts: counting_facts,
          values: ["feedback.speed_filter"]
        )
      end

      # What was seen against what should come: the ratio of the two tells the mistake.
      def counts_do_not_agree
        seen = given("seen_counts")
        return unless seen && motor_counts
        share = seen / motor_counts.to_f
        return if (share - 1).abs < 0.04
        blocker(
          "counts_do_not_agree",
          "#{show(seen, nil, 0)} counts were seen in a #{shaft.word(:turn)}; #{show(motor_counts.to_f, nil, 0)} " \
            "follow from what is given",
          because: CountRatio.cause(share, pole_pairs),
          so: "Correct what is given, or the wiring, and #{shaft.slides? ? "push the slide" : "turn the shaft"} again.",
          facts: ["seen_counts", *counting_facts]
        )
      end

      # What the library says of its type.
      def known_of_device
        listed = as_typed("type") && Library.named(sheet["type"])
        return if listed.nil? || listed.kind != Library::DEVICE || !listed.note.include?(":")
        note(
          "known_of_device",
          "#{listed.part} is known for something",
          because: "#{listed.note.split(":", 2).last.strip.sub(/\A./, &:upcase)}.",
          so: "Look at its label, and at the findings of the turn by hand.",
          facts: %w[type]
        )
      end

      # The motor of the library has its device from the works.
      def other_than_motor_has
        theirs = motor && Library.named(motor.sheet["type"])&.facts_for("feedback")&.fetch("type", nil)
        return if theirs.nil? || device.nil? || sheet["type"] == theirs
        listed = Library.named(theirs)
        return if listed.own_facts.slice("device", "lines", "single_bits").all? { |key, text| sheet[key].to_s == text }
        caution(
          "other_than_motor_has",
          "#{motor.sheet["type"]} comes with #{theirs}, and something else is given",
          because: "From the works it has #{KINDS.fetch(listed.facts["device"]).words.downcase}#{size_of(listed)}.",
          so: "Read the label of the device, or take #{theirs} from the library.",
          facts: %w[device type]
        )
      end

      def size_of(listed)
        size = listed.facts.slice("lines", "single_bits").first or return ""
        " with #{size.last} #{size.first == "lines" ? "lines a turn" : "bits"}"
      end
    end
  end
end
