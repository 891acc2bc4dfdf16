# frozen_string_literal: true

module Gallop
  module Tune
    # What an induction motor does on its drive once it has settled, by the values that the drive has. With all leakage
    # on the stator's side, the flux along d, and a slip ω_s,
    #
    #   i_d = ψ/L_M,   i_q = ω_s ψ/R_R,   V² = (R_s i_d − ω L_σ i_q)² + (R_s i_q + ω L_σ i_d + ω ψ)²,   T = 3/2 p ψ i_q
    #
    # By voltage over frequency ψ follows from that, and with q = i_q/ψ all is of the second degree; what the stage
    # takes of the voltage goes with the current. By the field the flux is the rated one.
    #
    #   Induction.of(profile, values).from_standstill   # => 7.4 N·m
    class Induction
      STARTS = Array.new(30) { |n| 0.2 * 60**(n / 29.0) } # Hz of the field before a rotor that stands
      ROUNDS = 8 # in which current and voltage of the stage come together
      OF_STAGE = 4 / Math::PI # of the first harmonic of a voltage that has the sign of its current
      CHOICES = ["output.load_law", ControlMethod::KEY].freeze

      # At one frequency of the field. @!attribute frequency [Float], slip [Float] Hz @!attribute torque [Float] N·m
      # @!attribute current [Float], active [Float] A peak, of all and along the torque
      Point = Record.define(:frequency, :slip, :torque, :current, :active) { def rotor = frequency - slip }

      # @param values [Hash{String => Object}] raw by key
      def self.of(profile, values)
        reading = Gains::Reading.new(profile, values)
        new(reading)
      end

      # @param reading [Gains::Reading]
      def initialize(reading)
        @reading = reading
        @plate =
          Control::InductionValues.new do |key|
            figure = reading.figure(key, 0.0)
            CHOICES.include?(key) ? figure.to_i : figure
          end
        @curve = Control::VoltsPerHertz.new.tap { |curve| curve.tune(**plate.curve, dt: 1e-3) }
      end

      attr_reader :plate

      def by_field? = !@reading.figure(ControlMethod::KEY, 0.0).zero?
      def by_encoder? = @reading.figure(ControlMethod::KEY, 0.0) == ControlMethod::BY_ENCODER

      # A peak that the drive lets flow
      def current_limit = @reading.figure("limits.current") / 100 * plate.rated_current

      # N·m
      def rated_torque = @reading.si("motor.rated_torque")

      # rad/s of the shaft @param rotor [Float] Hz
      def speed(rotor) = 2 * Math::PI * rotor / plate.pairs

      # Without a load. @return [Point]
      def idle(frequency) = at(frequency, 0.0)

      # The highest torque at a frequency of the field, within the current that may flow. @return [Point, nil]
      def highest(frequency)
        return highest_by_field(frequency) if by_field?
        denominator = denominator_at(2 * Math::PI * frequency, ohms(current_limit))
        breakdown = Math.sqrt(denominator[0] / denominator[2])
        most = [breakdown, most_share(frequency, denominator)].compact.min
        at(frequency, slip_of(most)) if most.positive?
      end

      # N·m with which the rotor leaves its rest, within the current that may flow
      def from_standstill
        by_field? ? field_at_rest : at_rest(STARTS)
      end

      # N·m with which it starts as soon as its field goes: with no more than twice the rated slip
      def at_once = by_field? ? field_at_rest : at_rest(STARTS.select { |slip| slip <= 2 * plate.rated_slip })

      # rad/s that are missing at the rated torque, at the rated frequency; nil where it does not come to it
      def droop
        return 0.0 if by_field?
        loaded = at_torque(plate.rated_frequency, rated_torque) or return
        given_back = plate.curve.fetch(:slip_share) * plate.rated_slip * loaded.active / plate.rated_active
        speed(loaded.slip - given_back)
      end

      # @return [Point, nil] on the stable side, nil where it does not come to that torque
      def at_torque(frequency, torque)
        a, b, c = denominator_at(2 * Math::PI * frequency, ohms(plate.rated_current))
        volts = @curve.volts(frequency)
        share = root(torque * a, torque * b - 1.5 * plate.pairs * volts * volts, torque * c)
        at(frequency, slip_of(share)) if share
      end

      # @param frequency [Float], slip [Float] Hz @return [Point]
      def at(frequency, slip)
        omega = 2 * Math::PI * frequency
        flux = by_field? ? rated_flux : flux_of(omega, slip)
        active = 2 * Math::PI * slip * flux / plate.cage
        current = Math.hypot(flux / plate.magnetising, active)
        torque = 1.5 * plate.pairs * flux * active
        Point.new(frequency: frequency, slip: slip, torque: torque, current: current, active: active)
      end

      private

      # @param slips [Array<Float>] Hz
      def at_rest(slips)
        slips.map { |slip| at(slip, slip) }.select { |point| point.current <= current_limit }.map(&:torque).max || 0.0
      end

      # V·s by the voltage that the curve has there
      def flux_of(omega, slip)
        volts = @curve.volts(omega / 2 / Math::PI)
        q = share_of(slip)
        (1..(plate.stage.positive? ? ROUNDS : 1)).reduce(0.0) do |flux, _|
          a, b, c = denominator_at(omega, ohms(flux * Math.hypot(1 / plate.magnetising, q)))
          volts / Math.sqrt(a + b * q + c * q * q)
        end
      end

      # Ω, with what the stage takes at a current
      def ohms(current)
        plate.stator_resistance + (current.positive? ? OF_STAGE * plate.stage / current : 0.0)
      end

      # q = i_q/ψ, A for a V·s
      def share_of(slip) = 2 * Math::PI * slip / plate.cage
      def slip_of(share) = share * plate.cage / 2 / Math::PI

      # (V/ψ)² = a + b q + c q²
      def denominator_at(omega, ohms)
        d = 1 / plate.magnetising
        leaks = omega * plate.leakage
        [(ohms * d)**2 + (leaks * d + omega)**2, 2 * ohms * omega, ohms**2 + leaks**2]
      end

      # The largest q at which no more than the limit flows; nil where that is never reached, zero where it always is.
      def most_share(frequency, denominator)
        a, b, c = denominator.map { |one| one * current_limit**2 }
        volts = @curve.volts(frequency)**2
        left = volts / plate.magnetising**2 - a # of a current that grows with q
        return 0.0 if left >= 0
        root(left, -b, volts - c)
      end

      # The first one that there is.
      def root(a, b, c) = roots(a, b, c).select(&:positive?).min

      # Of a + b x + c x² @return [Array<Float>]
      def roots(a, b, c)
        return b.zero? ? [] : [-a / b] if c.abs < 1e-12
        inside = b * b - 4 * a * c
        return [] if inside.negative?
        [1, -1].map { |sign| (-b + sign * Math.sqrt(inside)) / (2 * c) }
      end

      # As long as the voltage reaches for the whole flux.
      def highest_by_field(frequency)
        at(frequency, slip_of(free_current / rated_flux)) if frequency <= plate.rated_frequency
      end

      def rated_flux = plate.magnetising * plate.no_load

      # A peak that the limit leaves for the torque
      def free_current = Math.sqrt([current_limit**2 - plate.no_load**2, 0.0].max)

      # Without an encoder the rotor is dragged along by a current that stands, with one the torque current is free.
      def field_at_rest
        return 1.5 * plate.pairs * rated_flux * free_current if by_encoder?
        dragging = [
          Control::FieldOriented::DRAGS * plate.rated_current,
          Math.sqrt(2 * plate.no_load * free_current)
        ].min
        0.75 * plate.pairs * plate.magnetising * dragging**2
      end
    end
  end
end
