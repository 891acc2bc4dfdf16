# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Tune
    # What hangs on a motor: one mass, or two with a spring between them, with what holds against it.
    #
    # @!attribute inertia [Float] kg·m² of the motor's side @!attribute load_inertia [Float] behind the spring
    # @!attribute stiffness [Float] N·m/rad @!attribute damping [Float] N·m·s/rad @!attribute coulomb [Float] N·m
    # @!attribute viscous [Float] N·m·s/rad @!attribute gravity [Float] N·m
    Mechanism =
      Record.define(
        :inertia,
        load_inertia: 0.0,
        stiffness: 0.0,
        damping: 0.0,
        coulomb: 0.0,
        viscous: 0.0,
        gravity: 0.0
      ) do
        # As it was found: with a spring where something rings. @param resonance [Float, nil] Hz
        def self.found(inertia:, resonance:, antiresonance:, share:, **held)
          return new(inertia: inertia, **held) unless resonance
          ringing(inertia: inertia, resonance: resonance, antiresonance: antiresonance, share: share, **held)
        end

        # @param inertia [Float] kg·m² of both @param resonance [Float], antiresonance [Float] Hz
        # @param share [Float] damping of the resonance, of the critical
        def self.ringing(inertia:, resonance:, antiresonance:, share:, **held)
          ratio = (resonance / antiresonance)**2 - 1
          motor = inertia / (1 + ratio)
          load = inertia - motor
          new(
            inertia: motor,
            load_inertia: load,
            stiffness: load * (2 * Math::PI * antiresonance)**2,
            damping: 2 * share * 2 * Math::PI * resonance * motor * load / inertia,
            **held
          )
        end

        def two? = stiffness.positive?

        # Hz of what rings
        def peaks = [resonance].compact
        def whole = inertia + load_inertia
        def ratio = load_inertia / inertia

        # Hz
        def resonance = two? ? Math.sqrt(stiffness * whole / inertia / load_inertia) / (2 * Math::PI) : nil
        def antiresonance = two? ? Math.sqrt(stiffness / load_inertia) / (2 * Math::PI) : nil

        # With another inertia behind the spring (of all, where there is none), and another spring.
        # @param heavier [Float], stiffer [Float] factors
        def varied(heavier: 1.0, stiffer: 1.0)
          return with(inertia: inertia * heavier) unless two?
          more = [load_inertia + (heavier - 1) * whole, 0.05 * load_inertia].max
          with(load_inertia: more, stiffness: stiffness * stiffer)
        end

        # rad/s for a N·m. @param s [Numo::DComplex] jω @return [Numo::DComplex]
        def answer(s)
          return 1 / (s * inertia + viscous) unless two?
          spring = s * damping + stiffness
          load = s * s * load_inertia + spring
          (load * s) / ((s * s * inertia + s * viscous + spring) * load - spring * spring)
        end
      end
  end
end
