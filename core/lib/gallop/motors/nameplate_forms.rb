# frozen_string_literal: true

module Gallop
  module Motors
    # The conventions in which a synchronous motor's data are printed, brought to one: currents rms, resistance and
    # inductance between two lines, pole pairs, the voltage constant between two lines rms, the torque constant for an
    # ampere rms.
    #
    # I_rms = I_peak/√2, R_line = 2 R_phase, K_e,line,rms = √3/√2 K_e,phase,peak, K_t,rms = √2 K_t,peak = √3
    # K_e,line,rms
    #
    # Block-commutated: a current of the height I flows through two windings for two thirds of the time, I_rms =
    # √(2/3) I; with a trapezoidal back-EMF T = K_e,flat I, so that K_t,rms = √(3/2) K_t,block = √(3/2) K_e,flat (e.g.
    # Krishnan, Permanent Magnet Synchronous and Brushless DC Motor Drives, ch. 9).
    module NameplateForms
      FORM = Facts::Form.load("motors/nameplate")
      NAME = FORM[:name]
      PRINTED = FORM[:printed]
      VOLTAGE_FACTORS = {
        "line_rms" => 1.0,
        "line_peak" => 1 / Math.sqrt(2),
        "phase_rms" => Math.sqrt(3),
        "phase_peak" => Math.sqrt(1.5),
        "flat" => 1 / Math.sqrt(2)
      }.freeze
      # to rms
      CURRENT_FACTORS = { "peak" => 1 / Math.sqrt(2), "block" => Math.sqrt(2.0 / 3) }.freeze

      # @return [Float, nil] a fact in SI, in the one convention
      def given(key)
        figure = super
        figure.is_a?(Numeric) ? figure * factor(key.to_s) : inferred(key.to_s)
      end

      private

      def factor(key)
        case key
        when "rated_current", "peak_current"
          CURRENT_FACTORS.fetch(as_typed("current_form"), 1)
        when "torque_constant"
          1 / CURRENT_FACTORS.fetch(as_typed("current_form"), 1.0)
        when "line_resistance", "line_inductance"
          as_typed("winding_form") == "phase" ? 2 : 1
        when "voltage_constant"
          VOLTAGE_FACTORS.fetch(as_typed("voltage_form"), 1)
        when "pole_pairs"
          as_typed("count_form") == "poles" ? 0.5 : 1
        else
          1
        end
      end

      # A plate that has the voltage constant alone.
      def inferred(key)
        key == "torque_constant" && given("voltage_constant") ? given("voltage_constant") * FactStage::SQRT3 : nil
      end

      def poles_odd
        return unless as_typed("count_form") == "poles" && sheet["pole_pairs"]&.odd?
        blocker(
          "poles_odd",
          "#{sheet["pole_pairs"]} poles cannot be",
          because: "Poles come in pairs of north and south.",
          so: "Is the figure the number of pairs?",
          facts: %w[pole_pairs count_form],
          change: {
            fact: "count_form",
            text: "pairs"
          }
        )
      end
    end
  end
end
