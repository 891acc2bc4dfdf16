# frozen_string_literal: true

module Gallop
  module Motors
    # The winding of a motor with permanent magnets, as its voltage equation sees one phase in steady state:
    #
    #   V² = (ω_e (ψ − L d) + R i)² + (ω_e L i + R d)²,  ω_e = p ω,  T = k p ψ i     (i, d, V peak)
    #
    # with the current d = −i_d against the magnets, none unless it is said how much (e.g. Krause, Analysis of Electric
    # Machinery, ch. 8; for the weakened field Schröder, Elektrische Antriebe, ch. 6). Figures in SI; constants and
    # currents as the trade prints them: rms where the current alternates, resistance and inductance between the two
    # points where they are measured.
    #
    #   winding = Gallop::Motors::Winding.new(arrangement: Gallop::Motors::Winding::THREE_PHASE, torque_constant: 0.55,
    #                                         pole_pairs: 5, resistance: 2.6, inductance: 0.0114)
    #   winding.speed_at(2.38, 540)   # => 916.6 rad/s
    Winding =
      # weakening: A that may flow against the magnets; most: A in all, both as the trade prints them
      Record.define(
        :arrangement,
        :torque_constant,
        :pole_pairs,
        :resistance,
        inductance: 0.0,
        idle_current: 0.0,
        weakening: 0.0,
        most: Float::INFINITY
      ) do
        # @param torque [Float] N·m @param bus [Float] V
        # @return [Float] rad/s at which the voltage for that torque is used up; 0.0 where it is not even held
        def speed_at(torque, bus)
          i = current(torque) * arrangement.peak
          return speed_with(i, 0.0, bus) unless weakening.positive?
          highest(0.0, deepest(i)) { |d| speed_with(i, d, bus) }
        end

        # With the field as the magnets make it.
        def unweakened = weakening.zero? ? self : with(weakening: 0.0)

        # The same equation, solved for the current; the field is not weakened.
        # @return [Float] N·m that the voltage leaves at that speed
        def torque_at(speed, bus)
          field = speed * pole_pairs
          a = phase_resistance**2 + (field * reactive)**2
          b = field * flux * phase_resistance
          c = (field * flux)**2 - voltage(bus)**2
          c.negative? ? (Math.sqrt(b**2 - a * c) - b) / a * torque_constant / arrangement.peak : 0.0
        end

        # @return [Float] A, as the trade prints it
        def current(torque) = torque / torque_constant + idle_current

        # @return [Float] A, as the trade prints it, that would take all of the flux away
        def flux_current = flux / reactive / arrangement.peak

        # @return [Float] V·s, peak, of one phase
        def flux = arrangement.flux(torque_constant, pole_pairs)
        def phase_resistance = resistance * arrangement.phase_share

        private

        # Of i and d, peak. Both drops at the resistance meet in b, where what belongs to d cancels.
        def speed_with(i, d, bus)
          a = (flux - reactive * d)**2 + (reactive * i)**2
          b = 2 * flux * phase_resistance * i
          c = phase_resistance**2 * (i**2 + d**2) - voltage(bus)**2
          root = b**2 - 4 * a * c
          c.positive? || root.negative? ? 0.0 : (-b + Math.sqrt(root)) / (2 * a) / pole_pairs
        end

        # What the whole current leaves beside i, and no more than DEEPEST of the flux.
        def deepest(i)
          room = [(most * arrangement.peak)**2 - i**2, 0.0].max
          [weakening * arrangement.peak, Math.sqrt(room), Winding::DEEPEST * flux_current * arrangement.peak].min
        end

        # Of a function with one summit, by thirds.
        def highest(low, high)
          60.times do
            third = (high - low) / 3
            yield(low + third) < yield(high - third) ? low += third : high -= third
          end
          yield((low + high) / 2)
        end

        def reactive = arrangement.alternates ? inductance * arrangement.phase_share : 0.0
        def voltage(bus) = bus * arrangement.bus_share * Winding::USABLE
      end

    # Share of the bus voltage that the current control may use in steady state.
    Winding::USABLE = 0.94

    # Share of the magnets' flux that is taken away at most: with all of it the speed would have no end on paper.
    Winding::DEEPEST = 0.9

    # How the phases of a winding lie, and what follows for the figures on a plate.
    #
    # torque_factor: k in T = k p ψ i; loss_factor: W of copper loss for the measured resistance times I²; emf_ratio:
    # K_t/K_e, the voltage constant as emf_words say; peak: of a current, for its printed figure; phase_share: of the
    # measured resistance; bus_share: of the bus voltage that one phase can have
    Winding::Arrangement =
      Record.define(
        :torque_factor,
        :loss_factor,
        :emf_ratio,
        :emf_words,
        :measured_words,
        peak: Math.sqrt(2),
        phase_share: 1.0,
        bus_share: 1.0,
        alternates: true
      ) do
        def flux(torque_constant, pole_pairs) = torque_constant / (torque_factor * peak * pole_pairs)
        def copper_loss(resistance, current) = loss_factor * resistance * current**2
      end

    # Star; a delta is reckoned as the star that takes as much.
    Winding::THREE_PHASE =
      Winding::Arrangement.new(
        torque_factor: 1.5,
        loss_factor: 1.5,
        emf_ratio: Math.sqrt(3),
        emf_words: "line to line, rms",
        measured_words: "line to line",
        phase_share: 0.5,
        bus_share: 1 / Math.sqrt(3)
      )
    Winding::TWO_PHASE =
      Winding::Arrangement.new(
        torque_factor: 1.0,
        loss_factor: 2.0,
        emf_ratio: 2.0,
        emf_words: "of one phase, rms",
        measured_words: "of each phase"
      )
    # Brushes turn the current over: direct current outside, and no drop at the inductance while it is steady.
    Winding::ARMATURE =
      Winding::Arrangement.new(
        torque_factor: 1.0,
        loss_factor: 1.0,
        emf_ratio: 1.0,
        emf_words: "the same constant in volts",
        measured_words: "of armature",
        peak: 1,
        alternates: false
      )
  end
end
