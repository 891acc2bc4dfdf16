# frozen_string_literal: true

module Gallop
  module Feedback
    # What follows from the device on its shaft.
    module DeviceFigures
      HALL_EDGES = 6 # of three sensors in an electrical turn
      CONVERTER_BITS = 14
      INTERPOLATION_STEPS = 1024
      HALL_WAIT = 0.02 # s between two edges above which the speed between them is a guess
      WARMER = 80.0 # K, that an armature at its rating is above the 20 °C of its data
      ANGLE_ERROR = 30.0 # electrical degrees behind at which 13 % of the torque is lost (1 − cos 30°)

      private

      def pole_pairs = motor_fact("pole_pairs")
      def top_speed = motor_fact("top_speed")
      def ratio = @ratio ||= Rational(as_typed("encoder_turns") || 1, as_typed("motor_turns") || 1)

      def lines_a_turn = as_typed("lines")

      # Counts in one turn of the device.
      def device_counts
        case kind&.counts
        when :halls
          pole_pairs && HALL_EDGES * pole_pairs
        when :lines
          sheet["lines"] && sheet["lines"] * (device == "sine" ? sheet["interpolation"] || INTERPOLATION_STEPS : 4)
        when :bits
          sheet["single_bits"] && 2**sheet["single_bits"]
        when :resolver
          sheet["resolver_pairs"] && 2**(sheet["converter_bits"] || CONVERTER_BITS) * sheet["resolver_pairs"]
        end
      end

      # In one turn of the motor. @return [Rational, nil]
      def motor_counts = device_counts && device_counts * ratio
      def whole_counts = motor_counts && (motor_counts.denominator == 1 ? motor_counts.numerator : nil)

      def input_limit = profile.rating[:line_frequency] && profile.rating[:line_frequency] * 1e3

      # rad/s of the motor at which the lines come as fast as the input can count
      def speed_of_lines
        return unless kind&.counts == :lines && lines_a_turn && input_limit
        2 * Math::PI * input_limit / (lines_a_turn * ratio.to_f)
      end

      # rad/s of the motor at which a word that is one update time old is ANGLE_ERROR behind
      def speed_of_slow_word
        return if device == "absolute_lines" # the lines carry it
        given_all("update_time") { |time| pole_pairs && ANGLE_ERROR / 180 * Math::PI / (pole_pairs * time) }
      end

      def counts_a_turn
        return unless motor_counts
        consequence(
          "counts_a_turn",
          "Counts in a turn of the motor",
          motor_counts.to_f,
          "counts",
          motor_counts.denominator == 1 ? 0 : 3,
          counts_note
        )
      end

      def counts_note
        case kind.counts
        when :halls
          "Six edges in each of #{pole_pairs} electrical turns."
        when :lines
          if device == "sine"
            "#{sheet["lines"]} periods, each divided by #{sheet["interpolation"] || INTERPOLATION_STEPS}."
          else
            "#{sheet["lines"]} lines, four counts each."
          end
        when :bits
          "2 to the power of #{sheet["single_bits"]}."
        else
          "#{sheet["resolver_pairs"]} times 2 to the power of #{sheet["converter_bits"] || CONVERTER_BITS}."
        end
      end

      def resolution_of_angle
        motor_counts &&
          consequence("resolution_of_angle", "One count of the motor's angle", 360 / motor_counts.to_f, "°")
      end

      def resolution_of_load
        travel = mechanics&.travel_of_motor_turn
        return unless motor_counts && travel
        consequence(
          "resolution_of_load",
          "One count at the load",
          travel / motor_counts.to_f * 1e6,
          "µm",
          nil,
          "By the screw, belt or wheel of the mechanics."
        )
      end

      def counts_an_electrical_turn
        return unless motor_counts && pole_pairs && kind.counts != :halls
        consequence(
          "counts_an_electrical_turn",
          "Counts in an electrical turn",
          motor_counts.to_f / pole_pairs,
          "counts",
          0,
          "#{show(360.0 * pole_pairs / motor_counts.to_f, "°")} of field angle each."
        )
      end

      def highest_speed
        speed_of_lines &&
          consequence(
            "highest_speed",
            "Highest speed that can be counted",
            *told(:speed, speed_of_lines),
            "The input takes #{show(input_limit / 1e3, "kHz", 0)} of lines."
          )
      end

      def line_frequency
        return unless kind&.counts == :lines && lines_a_turn && top_speed
        consequence(
          "line_frequency",
          "Line frequency at #{speed_text(top_speed)}",
          top_speed / (2 * Math::PI) * lines_a_turn.to_f * ratio.to_f / 1e3,
          "kHz"
        )
      end

      # The count is wrong by up to half a step, evenly: 1/√12 rms. Differenced at the loop rate f and smoothed by the
      # one-pole filter y = (1−α) y + α x that gives σ_y = σ · f · α · √(2/(2−α)) (sum of the squared impulse
      # response).
      def ripple
        unless motor_counts && kind.counts != :halls && profile.rating[:speed_loop_rate] &&
                 profile["feedback.speed_filter"]
          return
        end
        rate = profile.rating[:speed_loop_rate]
        corner = profile.fetch("feedback.speed_filter").then { |entry| entry.figure(entry.default_raw) }
        share = 1 - Math.exp(-2 * Math::PI * corner / rate)
        2 * Math::PI / motor_counts.to_f / Math.sqrt(12) * rate * share * Math.sqrt(2 / (2 - share))
      end

      def speed_ripple
        ripple &&
          consequence(
            "speed_ripple",
            "Ripple of the speed by the steps",
            *told(:fine_speed, ripple),
            "RMS, at #{show(profile.rating[:speed_loop_rate] / 1e3, "kHz", 0)} and with the speed filter as it " \
              "comes from the works."
          )
      end

      def slowest_smooth
        return unless kind&.counts == :halls && motor_counts
        consequence(
          "slowest_smooth",
          "Slowest speed with an edge every #{show(HALL_WAIT * 1e3, "ms", 0)}",
          *told(:speed, 2 * Math::PI / (motor_counts.to_f * HALL_WAIT)),
          "Below it the speed between two edges is a guess, and the motor turns in jerks."
        )
      end

      # Between two edges the field stands still: up to half a sector off, cos 30° of the torque is left.
      def ripple_of_halls
        return unless kind&.counts == :halls
        consequence(
          "ripple_of_halls",
          "Torque ripple of the commutation",
          (1 - Math.cos(Math::PI / HALL_EDGES)) * 100,
          "%",
          0,
          "The field angle is off by up to #{show(180.0 / HALL_EDGES, "°", 0)} in each sector, with a sinusoidal " \
            "back-EMF; a trapezoidal one keeps its torque there."
        )
      end

      def slow_word_speed
        speed_of_slow_word &&
          consequence(
            "slow_word_speed",
            "Commutation by this signal alone up to",
            *told(:speed, speed_of_slow_word),
            "There a word is #{show(ANGLE_ERROR, "°", 0)} of field angle old when the next comes."
          )
      end

      def whole_range
        turns = multi_turns or return
        travel = mechanics&.travel_of_motor_turn
        return consequence("whole_range", "Turns told apart", turns, "turn", 0) if travel.nil?
        consequence(
          "whole_range",
          "Range told apart",
          travel * turns,
          "m",
          nil,
          "#{show(turns, nil, 0)} turns of the motor."
        )
      end

      def multi_turns = device == "multiturn" && sheet["multi_bits"] ? (2**sheet["multi_bits"] / ratio.to_f) : nil

      # Δω = α ΔT R I/k: the voltage that a warm armature takes beside what the drive reckons with.
      def speed_off_when_warm
        return unless device == "none" && profile.servo? && !profile.magnets_commutated?
        constant, resistance, current = %w[torque_constant line_resistance rated_current].map { |key| motor_fact(key) }
        if constant && resistance && current
          Plant::COPPER_TEMPERATURE_COEFFICIENT * WARMER * resistance * current / constant
        end
      end

      def speed_by_emf
        speed_off_when_warm &&
          consequence(
            "speed_by_emf",
            "Speed by the back-EMF, off when warm",
            *told(:speed, speed_off_when_warm),
            "At rated torque, with the armature #{show(WARMER, "K", 0)} above what its resistance was given for; " \
              "right when cold, or without load."
          )
      end

      def start_up
        return if kind.nil? || !profile.servo?
        unless profile.magnets_commutated?
          return(
            statement(
              "start_up",
              "Ready after power-up",
              "at once",
              "Brushes and commutator find the field by themselves."
            )
          )
        end
        if device == "none"
          return statement("start_up", "Ready after power-up", "never", "The drive cannot tell where the magnets are.")
        end
        if device.match?(/halls/)
          return(
            statement(
              "start_up",
              "Ready after power-up",
              "at once",
              "The field angle is known within a sixth of an electrical turn, exactly from the first edge on."
            )
          )
        end
        if kind.commutates
          return(
            statement("start_up", "Ready after power-up", "at once", "With the field angle as it was last adjusted.")
          )
        end
        statement(
          "start_up",
          "Ready after power-up",
          "after an alignment",
          "The motor is pulled to a known angle and moves by up to half an electrical " \
            "turn#{pole_pairs ? ", #{show(180.0 / pole_pairs, "°", 0)} of the shaft" : ""}."
        )
      end

      def control_by_emf
        if profile.magnets_commutated?
          nil
        else
          statement(
            "control_methods",
            "Control it allows",
            "torque, speed",
            "The speed by the back-EMF, as exactly as the resistance is known; no position."
          )
        end
      end

      # Two signals of one shaft.
      def pair_says
        return unless device == "absolute_lines" && sheet["single_bits"]
        step = 360.0 / 2**sheet["single_bits"]
        statement(
          "pair_says",
          "Place before the first index",
          "± #{show(step / 2, "°")}",
          "By the slow signal; from the index on exactly, by the lines. Both are compared for ever after: where they " \
            "part, the drive stops, and the slow signal's wire or lost lines are the cause."
        )
      end

      def control_of_induction
        statement(
          "control_methods",
          "Control it allows",
          "frequency, or speed by the field",
          "By voltage over frequency the speed falls with the load, and several motors may hang on it. By the field " \
            "it is held, with the whole torque from #{kind.counts ? "standstill" : "a turn of the field a second"} " \
            "on, for one motor that Identify has measured."
        )
      end

      def control_methods
        return if kind.nil?
        return control_of_induction unless profile.servo?
        case kind.counts
        when nil
          control_by_emf
        when :halls
          statement(
            "control_methods",
            "Control it allows",
            "torque, speed",
            "Position only in steps of #{motor_counts ? show(360 / motor_counts.to_f, "°", 1) : "an edge"}."
          )
        else
          statement(
            "control_methods",
            "Control it allows",
            "#{shaft.word(:torque)}, speed, position",
            device == "multiturn" ? "Absolute position at once." : "Absolute position after homing."
          )
        end
      end
    end
  end
end
