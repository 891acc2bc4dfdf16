# frozen_string_literal: true

module Gallop
  module Limits
    # What stop, quick stop, fault and torque-off mean for this load.
    #
    # ramp: t = ω/α, φ = ω²/2α; coasting against friction: t = J ω/T_f, φ = ½ ω t; falling until a brake has engaged:
    # φ = ω t + ½ t² (T_g − T_f)/J
    module ComingToRest
      CONSEQUENCES = %i[quick_stop_says fault_says torque_off_says].freeze

      private

      def quick_stop_says =
        sheet["quick_stop_reaction"] && reaction("quick_stop_says", "On a quick stop", sheet["quick_stop_reaction"])
      def fault_says = sheet["fault_reaction"] && reaction("fault_says", "On a fault", sheet["fault_reaction"])

      # Nobody chooses this one: without torque the load does what it wants.
      def torque_off_says = inertia && working_speed && statement("torque_off_says", "When torque-off opens", *coasting)

      def reaction(id, label, kind)
        return unless working_speed && inertia
        return statement(id, label, *coasting) if kind == "coast"
        rate = kind == "quick" ? quick_deceleration : wanted_deceleration
        rate &&
          statement(
            id,
            label,
            "#{show(working_speed / rate, "s")}, #{way_of(working_speed**2 / (2 * rate))}",
            "By the #{REACTION_WORDS.fetch(kind)}, from #{speed_text(working_speed)}#{provided(kind)}#{holding}."
          )
      end

      def provided(kind) = kind == "quick" ? ", as long as the bus and the power stage stand it" : ""

      REACTION_WORDS = { "quick" => "quick stop ramp", "ramp" => "slow-down ramp" }.freeze
      private_constant :REACTION_WORDS

      def brake? = %w[drive controller].include?(power.sheet["brake"])
      def holding = brake? ? "; then the brake holds" : ""

      # @return [Array(String, String)] in words, and why
      def coasting
        return falling if mechanics.load_comes_down?
        friction = mechanics.torque_of_friction.to_f
        return "for a time that nobody knows", "It coasts, and no friction is given." unless friction.positive?
        time = inertia * working_speed / friction
        [
          "#{show(time, "s")}, #{way_of(working_speed * time / 2)}",
          "It coasts against friction alone, from #{speed_text(working_speed)}."
        ]
      end

      def falling
        rate = (mechanics.torque_of_gravity.abs - mechanics.torque_of_friction.to_f) / inertia
        engage = brake? ? power.given("brake_engage") : nil
        if engage.nil?
          return "the load falls", "Nothing is known to hold it: after a second it would go #{speed_text(rate)}."
        end
        sag = rate * engage**2 / 2
        [
          "falls #{way_of(sag)}",
          "From standstill, in the #{show(engage * 1e3, "ms", 0)} until the brake has engaged; " \
            "#{way_of(working_speed * engage + sag)} when it was going down at #{speed_text(working_speed)}."
        ]
      end

      # Of the load, where it goes along a line.
      def way_of(angle)
        turns = angle / (2 * Math::PI)
        travel = mechanics.travel_of_motor_turn
        travel ? show(turns * travel * 1e3, "mm") : show(turns, "turn")
      end
    end
  end
end
