# frozen_string_literal: true

module Gallop
  module Motors
    # Two-phase hybrid stepper that is commutated by an encoder: a synchronous motor of two phases with as many pole
    # pairs as its rotor has teeth, a quarter of its full steps. With the rated current in both phases the holding
    # torque is √2 p ψ I; sine currents of that rms have the same heat and the same torque, so K_t = T_hold/I for an
    # ampere rms (e.g. Acarnley, Stepping Motors, ch. 3 and 5).
    #
    #   p = steps/4,  ψ = K_t/(√2 p),  copper loss 2 R I²
    #
    # A sheet for half windings (six or eight wires, one half on): with as much heat, in series I/√2, 2 R, 4 L and √2
    # T; in parallel √2 I, R/2,
    # L and √2 T.
    class Stepper < PermanentMagnet
      DERIVED = %w[rated_torque rated_speed pole_pairs torque_constant peak_current].freeze
      # figure that others reckon with => fact that it comes from
      SOURCES = {
        "rated_torque" => "holding_torque",
        "torque_constant" => "holding_torque",
        "rated_speed" => "holding_torque",
        "pole_pairs" => "steps"
      }.freeze
      FORM_FACTORS = {
        "series" => {
          "holding_torque" => Math.sqrt(2),
          "rated_current" => 1 / Math.sqrt(2),
          "peak_current" => 1 / Math.sqrt(2),
          "line_resistance" => 2.0,
          "line_inductance" => 4.0
        },
        "parallel" => {
          "holding_torque" => Math.sqrt(2),
          "rated_current" => Math.sqrt(2),
          "peak_current" => Math.sqrt(2),
          "line_resistance" => 0.5,
          "line_inductance" => 1.0
        }
      }.freeze
      STRONG_TEETH = 0.15 # of the holding torque, from which a detent torque is no usual one

      FORM = Facts::Form.load("motors/stepper")
      FIELDS = [*NAME, *FORM[:plate], *FORM[:protection], *FORM[:printed]].freeze
      FOLLOWS = { "steps" => %w[step_angle] }.freeze

      CONSEQUENCES =
        (
          %i[
            step_follows
            top_speed_on_bus
            torque_at_top_speed
            output_frequency
            time_at_peak
            electrical_time_constant
            mechanical_time_constant
            peak_acceleration
            voltage_constant_follows
            flux
            teeth_ripple
            copper_loss
            cable_drop
            switching_says
          ] + BareStage::CONSEQUENCES
        ).freeze
      RULES =
        (
          %i[
            steps_odd
            angle_odd
            steps_disagree
            field_too_fast
            detent_large
            peak_below_rated
            drive_too_small
            peak_beyond_drive
            top_speed_beyond_bus
            point_beyond_voltage
            no_torque_at_top_speed
            electrical_time_unusual
            inertia_unusual
            cable_drops_much
            cable_long
            switching_leaves_too_little
            no_sensor
          ] + BareStage::RULES
        ).freeze
      PROPOSALS = PermanentMagnet::PROPOSALS

      def known(key) = DERIVED.include?(key) ? given(key) : super
      def pole_pairs_known = pole_pairs&.round
      def arrangement = Winding::TWO_PHASE
      def continuous_torque(speed) = torque_left(speed, bus_voltage) || given("holding_torque")

      # @return [Float, nil] SI, of the motor as it is connected
      def given(key)
        case key.to_s
        when "rated_torque"
          given("holding_torque")
        when "torque_constant"
          given_all("holding_torque", "rated_current") { |torque, current| torque / current }
        when "pole_pairs"
          pole_pairs
        when "peak_current"
          super || given("rated_current")
        when "rated_speed"
          corner_speed
        else
          super
        end
      end

      private

      def factor(key) = FORM_FACTORS.fetch(as_typed("winding_form"), {}).fetch(key, 1)

      def steps = sheet["steps"] || (sheet["step_angle"] && whole_steps(sheet["step_angle"]))
      # An angle of which a whole number makes a turn, but for the rounding of the print.
      def whole_steps(angle) = (360 / angle).round.then { |count| (count * angle - 360).abs < 0.1 ? count : nil }
      def pole_pairs = steps && (steps % 4).zero? ? steps / 4.0 : nil
      def corner_speed =
        given("holding_torque") &&
          winding&.speed_at(given("holding_torque"), bus_voltage)&.then { |speed| speed.positive? ? speed : nil }
      def named(facts) =
        facts
          .map { |key| SOURCES.fetch(key.to_s, key.to_s) }
          .map { |key| key == "steps" && sheet["steps"].nil? ? "step_angle" : key }
          .uniq

      # @return [Float, nil] N·m that the voltage leaves at that speed
      def torque_left(speed, bus) = winding && [winding.torque_at(speed, bus), given("holding_torque")].min

      # Beyond the corner the voltage, not the heat, ends it: what is left there lasts.
      def continuous = boundary("for ever", given("holding_torque"), bus_voltage, :second)
      def for_ever?(speed, torque) = torque <= torque_left(speed, bus_voltage)

      def step_follows
        steps && pole_pairs &&
          consequence(
            "step_follows",
            "Full step",
            360.0 / steps,
            "°",
            3,
            "Four of them are an electrical turn, of #{show(pole_pairs, nil, 0)} in a turn of the shaft."
          )
      end

      def torque_at_top_speed
        left = given("top_speed") && torque_left(given("top_speed"), bus_voltage) or return
        weak = torque_left(given("top_speed"), weakest_bus_voltage)
        consequence(
          "torque_at_top_speed",
          "Torque left at #{speed_text(given("top_speed"))}",
          left,
          "N·m",
          nil,
          "#{percent(left / given("holding_torque"))} of the holding " \
            "torque#{"; inductance and back-EMF take the voltage" if left < 0.99 * given("holding_torque")}. " \
            "#{torque_text(weak)} when the supply is #{(supply_tolerance * 100).round} % low."
        )
      end

      def teeth_ripple
        given_all("detent_torque", "holding_torque") do |detent, holding|
          consequence(
            "teeth_ripple",
            "Torque ripple by the teeth",
            detent / holding * 100,
            "%",
            1,
            "Of the holding torque, four times in an electrical turn; felt at low speed."
          )
        end
      end

      def steps_odd
        return unless sheet["steps"] && (sheet["steps"] % 4).nonzero?
        blocker(
          "steps_odd",
          "#{sheet["steps"]} full steps a turn cannot be",
          because: "A motor of two phases makes four full steps in each electrical turn.",
          so: "200 or 400 are usual; was a microstep or the angle typed?",
          facts: %w[steps]
        )
      end

      def angle_odd
        angle = sheet["step_angle"]
        return unless angle && sheet["steps"].nil? && pole_pairs.nil?
        blocker(
          "angle_odd",
          "Steps of #{show(angle, "°")} make no whole electrical turns",
          because: "360° are #{show(360 / angle, nil, 2)} of them; they must be a multiple of four.",
          so: "1.8° or 0.9° are usual.",
          facts: %w[step_angle]
        )
      end

      def steps_disagree
        return unless sheet["steps"] && sheet["step_angle"] && whole_steps(sheet["step_angle"]) != sheet["steps"]
        blocker(
          "steps_disagree",
          "Steps of #{show(sheet["step_angle"], "°")} are not #{sheet["steps"]} a turn",
          because: "360° by #{sheet["steps"]} are #{show(360.0 / sheet["steps"], "°")}.",
          so: "Leave one of the two empty.",
          facts: %w[steps step_angle]
        )
      end

      def field_too_fast
        given_all("top_speed", "pole_pairs") do |speed, p|
          frequency = speed * p / (2 * Math::PI)
          limit = rating(:output_frequency)
          next if frequency <= limit
          blocker(
            "field_too_fast",
            "#{speed_text(speed)} cannot be run with #{steps} steps a turn on this drive",
            because: "That needs #{show(frequency, "Hz", 0)} at the motor; the drive ends at #{show(limit, "Hz", 0)}.",
            so: "#{speed_text(limit * 2 * Math::PI / p)} at most.",
            facts: %w[steps top_speed]
          )
        end
      end

      def detent_large
        given_all("detent_torque", "holding_torque") do |detent, holding|
          next if detent <= STRONG_TEETH * holding
          caution(
            "detent_large",
            "A detent torque of #{percent(detent / holding)} of the holding torque",
            because: "2 to 10 % are usual.",
            so: "Check the units of both.",
            facts: %w[detent_torque holding_torque]
          )
        end
      end

      def no_torque_at_top_speed
        left = given("top_speed") && torque_left(given("top_speed"), weakest_bus_voltage) or return
        share = left / given("holding_torque")
        return if share >= 0.2 || share.zero? # below that it is not reached at all
        caution(
          "no_torque_at_top_speed",
          "At #{speed_text(given("top_speed"))} #{percent(share)} of the holding torque are left on a weak supply",
          because:
            "The field goes round #{show(pole_pairs, nil, 0)} times as fast as the shaft; inductance and back-EMF " \
              "take the voltage.",
          so: "A lower top speed, or windings in parallel.",
          facts: %w[top_speed]
        )
      end

      def winding_reason =
        { "series" => "two half windings in series", "parallel" => "two half windings in parallel" }.fetch(
          as_typed("winding_form"),
          "as given, of one phase"
        )
      def converted(_key, otherwise) =
        as_typed("winding_form").nil? || as_typed("winding_form") == "connected" ? otherwise : winding_reason
      def propose_rated_torque =
        propose_as_given("rated_torque", "motor.rated_torque", converted(nil, "the holding torque"))
      def propose_rated_current = propose_as_given("rated_current", "motor.rated_current", converted(nil, "as given"))
      def propose_peak_current =
        propose_as_given(
          "peak_current",
          "motor.peak_current",
          sheet["peak_current"] ? converted(nil, "as given") : "no more than the rated current",
          facts: [sheet["peak_current"] ? "peak_current" : "rated_current"]
        )
      def propose_rated_speed =
        propose_as_given(
          "rated_speed",
          "motor.rated_speed",
          "up to here the bus carries the holding torque",
          facts: %w[holding_torque line_inductance]
        )
      def propose_pole_pairs = propose_as_given("pole_pairs", "motor.pole_pairs", "the full steps by four")
      def propose_torque_constant =
        propose_as_given(
          "torque_constant",
          "motor.torque_constant",
          "holding torque by rated current",
          facts: %w[holding_torque rated_current]
        )
    end
  end
end
