# frozen_string_literal: true

module Gallop
  module Motors
    # What motors with permanent magnets share, whatever commutates them. A subclass tells by a few figures how its
    # winding is reckoned:
    #
    #   #half_phases     m/2, by which T = m/2 p ψ i
    #   #loss_factor     W of copper loss for line resistance times I²
    #   #emf_ratio       K_t/K_e, with K_e as #emf_words say
    #   #phase_voltage, #phase_resistance, #phase_inductance   of the one phase that the voltage equation is written for
    class PermanentMagnet < Motor
      include NameplateForms
      include MagnetFigures
      include MagnetRules
      include MagnetProposals
      include MagnetEnvelope

      CHARTS = %i[envelope].freeze
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
        top_speed_above_rated
        electrical_time_unusual
        losses_too_large
        cable_drops_much
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

      private

      def winding_words = "line to line"
      # Peak of a current for its rms.
      def amplitude = SQRT2
      def current_of(torque) = torque / si("torque_constant")
    end
  end
end
