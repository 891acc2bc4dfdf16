# frozen_string_literal: true

module Gallop
  module Feedback
    # A linear scale beside a linear motor. What a turn is to the encoder of a shaft is the pole pair pitch here, in
    # which the field goes round
    # once: the drive has to know the counts in it, as a whole number.
    class Scale < Device
      TAKEN = %w[incremental incremental_halls absolute sine].freeze
      WORDS = {
        "incremental" => "Incremental scale",
        "incremental_halls" => "Incremental scale and halls",
        "absolute" => "Absolute scale",
        "sine" => "Scale with sine and cosine"
      }.freeze
      SCALE = Facts::Form.load("feedback/scale")
      DEVICE =
        FORM.field("device").with(
          choices: { "none" => "None" }.merge(WORDS),
          help: "What tells the drive where the moving part is."
        )
      STEPS = [*SCALE[:steps], FORM.field("update_time")].freeze
      PLACE = [
        FORM.field("direction"),
        FORM.field("seen_counts").with(
          label: "Counts seen in a pole pair pitch",
          help: "From the live view, pushing the moving part by hand over one pole pair pitch."
        )
      ].freeze

      RULES =
        (
          %i[counts_not_whole] + Device::RULES -
            %i[resolver_pairs_odd behind_a_gear half_a_mounting position_within_a_turn other_than_motor_has]
        ).freeze

      def self.fields(typed)
        device = (typed["device"] || typed[:device]).to_s
        kind = TAKEN.include?(device) ? KINDS[device] : nil
        return [DEVICE] if kind.nil?
        [
          DEVICE,
          FORM.field("type"),
          *(kind.counts == :lines ? SCALE[:lines] : STEPS),
          *(device == "sine" ? FORM[:sine] : []),
          *PLACE,
          *FORM[:wiring]
        ]
      end

      private

      def pitch = motor&.pair_pitch
      def lines_a_turn = pitch && exact("line_pitch") ? pitch / exact("line_pitch") : nil
      def counting_facts = %w[line_pitch step_length].select { |key| sheet.asks?(key) }

      # In a pole pair pitch. @return [Rational, nil]
      def device_counts
        case kind&.counts
        when :lines
          lines_a_turn && lines_a_turn * (device == "sine" ? sheet["interpolation"] || INTERPOLATION_STEPS : 4)
        when :bits
          pitch && exact("step_length") ? pitch / exact("step_length") : nil
        end
      end

      def counts_a_turn
        motor_counts &&
          consequence(
            "counts_a_turn",
            "Counts in a pole pair pitch",
            motor_counts.to_f,
            "counts",
            motor_counts.denominator == 1 ? 0 : 3,
            counts_note
          )
      end

      def counts_note
        way = show(pitch.to_f * 1e3, "mm")
        return "#{way} in steps of #{show(exact("step_length").to_f * 1e9, "nm")}." if kind.counts == :bits
        "#{way} in lines of #{show(exact("line_pitch").to_f * 1e6, "µm")}, " \
          "#{counts_of_a_line}."
      end

      def counts_of_a_line
        return "four counts each" unless device == "sine"
        "each divided by #{sheet["interpolation"] || INTERPOLATION_STEPS}"
      end

      def fewer_lines(share) = "lines of #{show(exact("line_pitch").to_f / share * 1e6, "µm")}"
      def finer_device = "A scale with lines or steps of #{show(pitch.to_f / FEW * 1e6, "µm")} or less."

      def resolution_of_angle =
        motor_counts && consequence("resolution_of_angle", "One count of the field angle", 360 / motor_counts.to_f, "°")
      def resolution_of_load =
        motor_counts && consequence("resolution_of_load", "One count of the way", pitch.to_f / motor_counts * 1e6, "µm")
      def counts_an_electrical_turn = nil

      def whole_range = nil

      def control_methods
        return if device == "none"
        return super unless device == "absolute"
        statement("control_methods", "Control it allows", "force, speed, position", "Absolute position at once.")
      end

      def start_up
        return super unless kind && !kind.commutates && device != "none"
        statement(
          "start_up",
          "Ready after power-up",
          "after an alignment",
          "The moving part is pulled to a known angle and moves by up to half a pole pair " \
            "pitch#{pitch ? ", #{show(pitch.to_f / 2 * 1e3, "mm")}" : ""}."
        )
      end

      def counts_not_whole
        return if motor_counts.nil? || motor_counts.denominator == 1
        blocker(
          "counts_not_whole",
          "A pole pair pitch of #{show(pitch.to_f * 1e3, "mm")} has #{show(motor_counts.to_f, nil, 3)} counts: no " \
            "whole number",
          because:
            "The field angle would drift away along the track, by " \
              "#{show(360 * (motor_counts - motor_counts.round).abs / motor_counts.to_f, "°")} in each pitch.",
          so: "Check the length of a line and the pole pitch.",
          facts: counting_facts
        )
      end
    end
  end
end
