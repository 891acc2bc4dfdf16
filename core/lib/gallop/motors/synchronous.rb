# frozen_string_literal: true

module Gallop
  module Motors
    # Permanent-magnet synchronous rotary motor. Formulas in SI with phase figures: ψ = K_t/(1.5·√2·p) for K_t in N·m
    # per A rms;
    # R = R_ll/2, L = L_ll/2 in star equivalent (e.g. Krause, Analysis of Electric Machinery).
    class Synchronous < PermanentMagnet
      FORM = Facts::Form.load("motors/synchronous")
      FIELDS = [*NAME, *FORM[:plate], *FORM[:protection], *PRINTED].freeze
      FOLLOWS = { "torque_constant" => %w[voltage_constant] }.freeze

      def arrangement = Winding::THREE_PHASE
    end
  end
end
