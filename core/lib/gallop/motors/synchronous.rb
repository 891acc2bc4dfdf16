# frozen_string_literal: true

module Gallop
  module Motors
    # Permanent-magnet synchronous rotary motor. Formulas in SI with phase figures: ψ = K_t/(1.5·√2·p) for K_t in N·m
    # per A rms;
    # R = R_ll/2, L = L_ll/2 in star equivalent (e.g. Krause, Analysis of Electric Machinery).
    class Synchronous < PermanentMagnet
      FIELDS = [
        field(
          "type",
          "Type",
          "",
          nil,
          nil,
          "What the nameplate calls the motor. For the record.",
          text: true,
          required: false
        ),
        field(
          "rated_torque",
          "Rated torque",
          "N·m",
          0.001,
          5000,
          "Torque that the motor gives for ever at rated speed."
        ),
        field("rated_speed", "Rated speed", "rpm", 1, 100_000, "Speed up to which the rated torque is available."),
        field(
          "rated_current",
          "Rated current",
          "A",
          0.01,
          1000,
          "Current at rated torque. Nearly all nameplates have it rms; where yours has the peak, say so below."
        ),
        field(
          "peak_current",
          "Peak current",
          "A",
          0.01,
          3000,
          "Current that the motor stands for a short time without losing magnetism."
        ),
        field(
          "pole_pairs",
          "Pole pairs",
          "",
          1,
          60,
          "Half the number of poles: electrical turns in one turn of the shaft.",
          whole: true,
          step: 1
        ),
        field(
          "torque_constant",
          "Torque constant",
          "N·m/A",
          0.0001,
          100,
          "Torque for each ampere, rms or peak as the currents are. Not needed where the voltage constant is given."
        ),
        field(
          "voltage_constant",
          "Voltage constant",
          "V/krpm",
          0.01,
          10_000,
          "Back-EMF at 1 000 rpm. Gives the torque constant, or checks it.",
          required: false
        ),
        field(
          "line_resistance",
          "Winding resistance",
          "Ω",
          0.001,
          1000,
          "At 20 °C, between two motor wires; where the plate has the figure of one phase, say so below."
        ),
        field(
          "line_inductance",
          "Winding inductance",
          "mH",
          0.001,
          10_000,
          "Between two motor wires; where the plate has the figure of one phase, say so below."
        ),
        field(
          "rotor_inertia",
          "Rotor inertia",
          "kg·cm²",
          0.0001,
          1_000_000,
          "Inertia of the rotor, with its brake if there is one."
        ),
        field(
          "thermal_time",
          "Winding time constant",
          "s",
          0.5,
          36_000,
          "How fast the winding warms. From the data sheet; small servo motors lie around 20 to 60 s.",
          required: false,
          group: "Protection"
        ),
        field(
          "top_speed",
          "Top speed allowed",
          "rpm",
          1,
          100_000,
          "Highest speed that motor and machine may reach.",
          group: "Protection"
        ),
        field(
          "current_form",
          "Currents are",
          "",
          nil,
          nil,
          "rms is reckoned with where nothing is said.",
          choices: NameplateForms::CURRENT,
          required: false,
          group: "As it is printed"
        ),
        field(
          "winding_form",
          "Resistance and inductance are",
          "",
          nil,
          nil,
          "Between two lines is reckoned with where nothing is said.",
          choices: NameplateForms::WINDING,
          required: false,
          group: "As it is printed"
        ),
        field(
          "count_form",
          "Poles are counted as",
          "",
          nil,
          nil,
          "Pairs are reckoned with where nothing is said.",
          choices: NameplateForms::COUNT,
          required: false,
          group: "As it is printed"
        ),
        field(
          "voltage_form",
          "Voltage constant is of",
          "",
          nil,
          nil,
          "Two lines, rms, is reckoned with where nothing is said.",
          choices: NameplateForms::VOLTAGE,
          required: false,
          group: "As it is printed"
        )
      ].freeze

      # The torque constant follows from the voltage constant, where that is given.
      def self.fields(typed)
        return FIELDS if typed.transform_keys(&:to_s)["voltage_constant"].to_s.strip.empty?
        FIELDS.map { |field| field.key == "torque_constant" ? field.with(required: false) : field }
      end

      private

      def half_phases = 1.5
      def loss_factor = 1.5
      def emf_ratio = SQRT3
      def emf_words = "line to line, rms"
      def phase_voltage(bus) = bus / SQRT3
      def phase_resistance = si("line_resistance")&./(2)
      def phase_inductance = si("line_inductance")&./(2)
    end
  end
end
