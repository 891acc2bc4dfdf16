# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # Friction, load and inertia by what the current has to do, T = K i, with K as it was found, or as it is set where
    # that is not sure. Steady speeds take
    #
    #   T = T_c sgn ω + B ω + T_g
    #
    # and ramps the inertia beside, in the form of momentum, so that no noisy speed has to be differentiated:
    # ∫(T − B ω) dt = J ω + c₁ t + c₀. What does not depend on the speed (c₁) is the same on the way up and on the way
    # down.
    class Momentum
      LEAK = 0.03 # of friction and load, that may not be the same on the way up and on the way down
      AS_SET = 0.1 # of a torque constant that nobody has measured

      # @param cycles [Array<Cycle>] @param emf [BackEmf] @param machine [SpinMachine]
      def initialize(cycles, emf, machine)
        @machine = machine
        @emf = emf
        @constant = (emf.sure? ? emf.torque_constant : machine.torque_constant) / machine.rms_of_peak
        @holds = cycles.flat_map(&:holds)
        @ramps = cycles.flat_map { |cycle| cycle.ramps(emf.phase) }
        refuse_sudden if @ramps.size < 2
      end

      # N·m, N·m·s, and N·m of a load that stays at standstill
      def coulomb = found.steady[0]
      def viscous = found.steady[1]
      def load = found.steady[2]

      # kg·m²
      def inertia = found.inertia

      # Of two sigma. @param measure [Symbol] coulomb, viscous, load or inertia
      def uncertainty(measure)
        left_out(measure) + public_send(measure).abs * (@emf.sure? ? @emf.uncertainty / @emf.flux : AS_SET)
      end

      # N·m that the steady stretches took, without what still made them quicker. @return [Array<Array(Float, Float)>]
      # speed, torque
      def points = @points ||= points_with(inertia)

      # N·m at a speed, by the fit
      def at(speed) = (speed <=> 0) * coulomb + viscous * speed + load

      private

      STEADY = %i[coulomb viscous load].freeze
      Found = Record.define(:steady, :inertia)
      private_constant :STEADY, :Found

      # Each needs a little of the other: how friction grows with the speed, and what accelerates while it is steady.
      def found
        @found ||=
          2
            .times
            .reduce(Found.new(steady: [0.0, 0.0, 0.0], inertia: 0.0)) do |before, _|
              inertia = inertia_of(@ramps, before.steady[1])
              Found.new(steady: fit(points_with(inertia)), inertia: inertia)
            end
      end

      def points_with(inertia)
        @holds.map { |hold| [hold.speed, @constant * torque_current(hold) - inertia * hold.acceleration] }
      end

      def refuse_sudden
        raise Undecided,
              "The ramps are over too soon to tell the inertia. Lower the acceleration, or permit more speed."
      end

      def torque_current(hold) = (hold.current * Complex.polar(1.0, -@emf.phase)).imag

      def left_out(measure)
        @left_out ||= Hash.new { |known, one| known[one] = without(one) }
        @left_out[measure]
      end

      def without(measure)
        return Numbers.left_out(@ramps) { |rest| inertia_of(rest, viscous) } + leak if measure == :inertia
        Numbers.left_out(points) { |rest| fit(rest)[STEADY.index(measure)] }
      end

      def fit(points)
        speeds = Numo::DFloat[*points.map(&:first)]
        columns = [Numo::DFloat[*points.map { |speed, _| speed <=> 0 }], speeds, Numo::DFloat.ones(points.size)]
        Numbers.fit(columns, Numo::DFloat[*points.map(&:last)])
      end

      # kg·m² for which slow ramps would take a little of the friction.
      def leak = LEAK * (coulomb.abs + load.abs) / acceleration

      # rad/s², a mean of all ramps
      def acceleration
        ramps = @ramps.flatten
        ramps.sum { |ramp| (ramp.speed[-1] - ramp.speed[0]).abs / (ramp.speed.size * ramp.interval) } / ramps.size
      end

      def inertia_of(ramps, viscous)
        speeds, impulses = ramps.map { |both| columns(both, viscous) }.transpose
        Numbers.fit([speeds.reduce(:append)], impulses.reduce(:append)).first
      end

      # Without the mean of each ramp, and without what goes with the time on both.
      # @return [Array(Numo::DFloat, Numo::DFloat)] speed, impulse
      def columns(both, viscous)
        speed, impulse, time =
          both.map { |ramp| around_means(ramp, viscous) }.transpose.map { |parts| parts.reduce(:append) }
        [speed, impulse].map { |column| column - time * ((column * time).sum / (time * time).sum) }
      end

      def around_means(ramp, viscous)
        speed = ramp.speed
        torque = ramp.torque_current * @constant - speed * viscous
        time = Numo::DFloat.new(speed.size).seq * ramp.interval
        [speed, Numbers.integral(torque, ramp.interval), time].map { |column| column - column.mean }
      end
    end
  end
end
