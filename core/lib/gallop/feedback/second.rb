# frozen_string_literal: true

module Gallop
  module Feedback
    # A second device: at the load, where it closes the position loop past play and stretch, or on a master that is
    # followed. The first keeps commutation and speed.
    module Second
      SAME = 1e-6 # by which two ratios may differ

      FORM = Facts::Form.load("feedback/second")

      CONSEQUENCES = %i[roles_say second_counts second_resolution].freeze
      RULES = %i[second_nowhere second_coarse second_too_fast].freeze
      PROPOSALS = %i[propose_second].freeze

      # @return [Array<Facts::Field>] that this drive, and what was said, make sense of
      def self.fields(profile, typed)
        return [] unless profile["second_feedback.role"]
        role = typed.transform_keys(&:to_s)["second_role"]
        [*FORM[:role], *(%w[load master].include?(role) ? FORM[:device] : []), *(role == "load" ? FORM[:ratio] : [])]
      end

      private

      def role = as_typed("second_role")
      def second_ratio =
        if as_typed("second_motor_turns") && as_typed("second_turns")
          Rational(sheet["second_turns"], sheet["second_motor_turns"])
        else
          nil
        end
      # In a turn of the motor. @return [Rational, nil]
      def second_motor_counts = second_ratio && as_typed("second_lines") && 4 * sheet["second_lines"] * second_ratio

      def roles_say
        case role
        when "load"
          statement(
            "roles_say",
            "Position",
            "by the second",
            "Commutation and speed by the first. Play and stretch between the two are inside the position loop: " \
              "they bound its gain."
          )
        when "master"
          statement(
            "roles_say",
            "Position",
            "by the first",
            "The second tells the place of the master that is followed."
          )
        end
      end

      def second_counts =
        second_motor_counts &&
          consequence(
            "second_counts",
            "Counts of the second in a motor turn",
            second_motor_counts.to_f,
            "counts",
            second_motor_counts.denominator == 1 ? 0 : 3
          )

      def second_resolution
        travel = mechanics&.travel_of_motor_turn
        second_motor_counts && travel &&
          consequence(
            "second_resolution",
            "One count of the second at the load",
            travel / second_motor_counts.to_f * 1e6,
            "µm"
          )
      end

      # On the motor its ratio is one, on the output that of the gear.
      def second_nowhere
        gear = mechanics&.gear_ratio
        return unless second_ratio && gear && role == "load"
        return if [1, gear].any? { |place| (second_ratio * place - 1).abs < SAME }
        caution(
          "second_nowhere",
          "#{sheet["second_motor_turns"]} motor turns for #{sheet["second_turns"]} of the second device; the gear " \
            "has #{gear.numerator} for #{gear.denominator}",
          because: "By this ratio it sits neither on the motor nor on the output of the gear.",
          so: "Compare with the gear at Mechanics.",
          facts: %w[second_motor_turns second_turns]
        )
      end

      def second_coarse
        return unless role == "load" && second_motor_counts && motor_counts && second_motor_counts < motor_counts
        note(
          "second_coarse",
          "The second device tells the position #{show((motor_counts / second_motor_counts).to_f, nil, 1)} times " \
            "more coarsely than the first",
          because: "The position loop hunts between two counts of it, which the speed loop sees as steps.",
          so: "More lines at the load, or a window at standstill of some counts.",
          facts: %w[second_lines]
        )
      end

      def second_too_fast
        return unless role == "load" && second_motor_counts && top_speed && input_limit
        frequency = top_speed / (2 * Math::PI) * second_motor_counts.to_f / 4
        return if frequency <= input_limit
        blocker(
          "second_too_fast",
          "#{speed_text(top_speed)} gives #{show(frequency / 1e3, "kHz", 0)} of the second's lines; the input " \
            "takes #{show(input_limit / 1e3, "kHz", 0)}",
          because: "Counts are lost, and the position with them.",
          so: "Fewer lines, or a lower top speed.",
          facts: %w[second_lines]
        )
      end

      def propose_second
        return unless role
        values = {
          "second_feedback.role" => FORM.field("second_role").choices.keys.index(role),
          "second_feedback.counts_per_turn" => as_typed("second_lines")&.*(4),
          "second_feedback.ratio_motor" => as_typed("second_motor_turns"),
          "second_feedback.ratio_encoder" => as_typed("second_turns"),
          "second_feedback.direction" => { "same" => 0, "reversed" => 1 }[as_typed("second_direction")]
        }.compact
        values
          .map do |key, figure|
            propose(
              key,
              figure,
              key.end_with?("counts_per_turn") ? "#{sheet["second_lines"]} lines, four counts each" : "as given",
              facts:
                %w[second_role second_lines second_motor_turns second_turns second_direction].select do |fact|
                  sheet.asks?(fact)
                end
            )
          end
          .compact
      end
    end
  end
end
