# frozen_string_literal: true

module Gallop
  module Motors
    # Values for a servo drive from the data of its motor with magnets.
    module MagnetProposals
      private

      def propose_rated_current =
        propose_as_given("rated_current", "motor.rated_current", converted("current_form", "as given"))
      def propose_rated_torque = propose_as_given("rated_torque", "motor.rated_torque")
      def propose_rated_speed = propose_as_given("rated_speed", "motor.rated_speed")
      def propose_pole_pairs =
        if poles_odd
          nil
        else
          propose_as_given(
            "pole_pairs",
            "motor.pole_pairs",
            as_typed("count_form") == "poles" ? "half the poles" : "as given"
          )
        end
      def propose_torque_constant
        given = torque_constant_stated?
        propose_as_given(
          "torque_constant",
          "motor.torque_constant",
          given ? converted("current_form", "as given") : "√3 times the voltage constant",
          facts: given ? %w[torque_constant current_form] : %w[voltage_constant]
        )
      end
      def torque_constant_stated? = !sheet["torque_constant"].nil?
      def propose_peak_current =
        propose_as_given("peak_current", "motor.peak_current", converted("current_form", "as given"))
      def propose_inertia = propose_as_given("rotor_inertia", "motor.rotor_inertia")

      def propose_resistance
        given("line_resistance") &&
          propose(
            "motor.phase_resistance",
            given("line_resistance") * arrangement.phase_share,
            winding_reason,
            facts: winding_facts("line_resistance")
          )
      end

      def propose_inductance
        given("line_inductance") &&
          propose(
            "motor.phase_inductance",
            given("line_inductance") * arrangement.phase_share * 1e3,
            winding_reason,
            facts: winding_facts("line_inductance")
          )
      end

      def winding_facts(key) = [key, "winding_form"].select { |fact| sheet.asks?(fact) }
      def winding_reason =
        as_typed("winding_form") == "phase" ? "as given, of one phase" : "half the figure between two lines"
      def converted(key, otherwise) =
        { "peak" => "the printed peak figure, as rms", "block" => "the height of the blocks, as rms" }.fetch(
          as_typed(key),
          otherwise
        )

      def propose_current_limit
        given_all("peak_current", "rated_current") do |peak, rated|
          usable = [peak, rating(:peak_current)].min
          propose(
            "limits.current",
            (usable / rated * 1000).floor / 10.0,
            "#{show(usable, "A")}, the smaller of motor and drive peak",
            facts: %w[peak_current rated_current]
          )
        end
      end

      def propose_torque_limit
        given_all("peak_current", "torque_constant", "rated_torque") do |peak, kt, rated|
          usable = [peak, rating(:peak_current)].min * kt
          propose(
            "limits.torque",
            (usable / rated * 1000).floor / 10.0,
            "#{torque_text(usable)} at the usable peak current",
            facts: %w[peak_current torque_constant rated_torque]
          )
        end
      end
    end
  end
end
