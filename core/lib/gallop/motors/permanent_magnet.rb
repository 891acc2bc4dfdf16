# frozen_string_literal: true

module Gallop
  module Motors
    # What motors with permanent magnets share, whatever commutates them. A subclass says how its winding lies
    # (#arrangement) and which of its facts follow from others (FOLLOWS: fact => those that it follows from).
    class PermanentMagnet < Motor
      include NameplateForms
      include MagnetFigures
      include MagnetRules
      include MagnetProposals
      include MagnetEnvelope

      CHARTS = %i[envelope].freeze
      MECHANICAL_TIMES = (0.05e-3..0.3) # s, of the bare rotor
      ELECTRICAL_TIMES = (0.2e-3..50e-3) # s, that are usual

      CONSEQUENCES = %i[
        top_speed_on_bus
        output_frequency
        time_at_peak
        electrical_time_constant
        mechanical_time_constant
        peak_acceleration
        voltage_constant_follows
        flux
        rated_power
        copper_loss
        cable_drop
        switching_says
      ].push(*BareStage::CONSEQUENCES).freeze
      RULES = %i[
        poles_odd
        pole_pairs_too_many
        reactance_too_large
        torque_against_current
        constants_disagree
        peak_below_rated
        drive_too_small
        peak_beyond_drive
        top_speed_beyond_bus
        point_beyond_voltage
        top_speed_above_rated
        electrical_time_unusual
        losses_too_large
        inertia_unusual
        cable_drops_much
        cable_long
        switching_leaves_too_little
        no_sensor
      ].push(*BareStage::RULES).freeze
      PROPOSALS = %i[
        propose_type
        propose_rated_current
        propose_rated_torque
        propose_rated_speed
        propose_pole_pairs
        propose_resistance
        propose_inductance
        propose_torque_constant
        propose_peak_current
        propose_inertia
        propose_thermal_time
        propose_speed_limit
        propose_current_limit
        propose_torque_limit
        propose_sensor
        propose_switching
      ].push(*BareStage::PROPOSALS).freeze

      # A fact that follows from another one is not missing where that is given, as FOLLOWS of a subclass has it.
      # @param typed [Hash] @return [Array<Facts::Field>]
      def self.fields(typed)
        given = typed.reject { |_, text| text.to_s.strip.empty? }.map { |key, _| key.to_s }
        follow = self::FOLLOWS.select { |_, sources| (sources & given).any? }.keys
        self::FIELDS.map { |field| follow.include?(field.key) ? field.with(required: false) : field }
      end

      # @return [Winding::Arrangement]
      def arrangement = raise(NotImplementedError, "#{self.class} says how its winding lies")

      # c in c T², what heats the winding for a torque. @return [Float, nil] W/(N·m)²
      def winding_heat
        given_all("torque_constant", "line_resistance") do |constant, resistance|
          arrangement.loss_factor * resistance / constant**2
        end
      end

      # @return [Winding, nil] as soon as the facts for it are there
      def winding
        @winding ||=
          given_all("torque_constant", "pole_pairs", "line_resistance", "line_inductance") do |constant, pairs, r, l|
            Winding.new(
              arrangement: arrangement,
              torque_constant: constant,
              pole_pairs: pairs,
              resistance: r,
              inductance: l,
              weakening: weakening,
              most: usable_current || Float::INFINITY
            )
          end
      end

      private

      # A against the magnets, as the trade prints it.
      def weakening = 0.0

      def idle_current = 0.0
    end
  end
end
