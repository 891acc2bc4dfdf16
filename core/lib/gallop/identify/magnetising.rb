# frozen_string_literal: true

module Gallop
  module Identify
    # What a turning induction motor takes for its flux, by reactive power, on which neither the load has a say nor what
    # the stage takes in the direction of the current: behind the stator's resistance
    #
    #   E = v − R i,   i_m = Q/(1.5 |E|),   ψ = |E|/ω
    #
    # with the leakage taken for a part of the magnetising branch, as a no-load current has it.
    class Magnetising
      # @param stretch [FreeStretch] @param resistance [Float] Ω of the stator @param rated_flux [Float] V·s, peak
      def initialize(stretch, resistance:, rated_flux:)
        @stretch = stretch
        @resistance = resistance
        @rated_flux = rated_flux
      end

      # V·s peak of a phase
      def flux = emf / @stretch.omega

      # A peak
      def current = @stretch.reactive / 1.5 / emf

      # H, of stator leakage and magnetising branch
      def inductance = flux / current

      # A rms, at rated voltage and frequency
      def no_load_current = @rated_flux / inductance / Math.sqrt(2)

      # A rms that does work
      def active_current = (@stretch.active / 1.5 / @stretch.voltage) / Math.sqrt(2)

      # Of two sigma, a share: gains of both sensors, how far the flux was from the rated one, and the leakage of a
      # rotor that has something to do.
      def uncertainty
        LEAST + FAR * (flux / @rated_flux - 1).abs + LEAKS * (active_current * Math.sqrt(2) / current)**2
      end

      LEAST = 0.03
      FAR = 0.3
      LEAKS = 0.1 # of the magnetising branch, that stands in the rotor's
      private_constant :LEAST, :FAR, :LEAKS

      private

      # With the voltage as the real axis the current is (P − jQ)/1.5 |v|.
      def emf
        voltage = @stretch.voltage
        (voltage - @resistance * Complex(@stretch.active, -@stretch.reactive) / 1.5 / voltage).abs
      end
    end
  end
end
