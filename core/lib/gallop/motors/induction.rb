# frozen_string_literal: true

module Gallop
  module Motors
    # Squirrel-cage induction motor by its nameplate. Synchronous speed n_s = f/p; slip s = (n_s − n)/n_s; electrical
    # input
    # √3·U·I·cos φ (IEC 60034-1). Resistance and magnetising current are estimates until they are measured, and say so.
    class Induction < Motor
      include InductionFigures
      include InductionRules
      include InductionProposals
      include InductionEnvelope
      include InductionPlate

      CHARTS = %i[envelope].freeze

      FORM = Facts::Form.load("motors/induction")
      FIELDS = [*NameplateForms::NAME, *FORM[:plate], *FORM[:protection], *FORM[:printed]].freeze

      CONSEQUENCES = %i[
        synchronous_speed_follows
        pole_pairs_follow
        rated_slip
        rated_torque
        efficiency
        volts_per_hertz
        frequency_at_top_speed
        field_weakening
        no_load_current
        stator_resistance
        cable_drop
        switching_says
      ].push(*InductionPlate::CONSEQUENCES).freeze
      RULES = %i[
        pole_pairs_impossible
        speed_at_or_above_synchronous
        slip_unusual
        efficiency_impossible
        voltage_above_supply
        drive_too_small
        drive_frequency_exceeded
        top_speed_high
        point_beyond_field
        voltage_below_supply
        cable_drops_much
        cable_long
        switching_leaves_too_little
        no_sensor
      ].push(*InductionPlate::RULES).freeze
      PROPOSALS = %i[
        propose_type
        propose_power
        propose_voltage
        propose_current
        propose_frequency
        propose_speed
        propose_power_factor
        propose_pole_pairs
        propose_torque
        propose_stator_resistance
        propose_no_load_current
        propose_boost
        propose_thermal_time
        propose_speed_limit
        propose_highest_speed
        propose_output_frequency
        propose_current_limit
        propose_sensor
        propose_switching
      ].freeze

      def self.fields(_typed) = FIELDS

      # Given, or as it follows from frequency and speed.
      def pole_pairs_known = pairs
      def slip_of_rating = slip_possible? ? slip : nil

      # Beyond the whole field the rated power is left.
      def continuous_torque(speed)
        return unless torque
        corner = synchronous_speed && given("rated_voltage") && full_flux_speed
        corner && speed > corner ? torque * corner / speed : torque
      end

      def current_for(torque) = self.torque && given("rated_current") && given("rated_current") * torque / self.torque

      # Up to the drive's peak current the torque goes with the current.
      def usable_torque
        torque && given("rated_current") && torque * [rating(:peak_current) / given("rated_current"), 1.5].min
      end
    end
  end
end
