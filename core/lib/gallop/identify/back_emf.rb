# frozen_string_literal: true

module Gallop
  module Identify
    # The magnets by the voltage that a turning motor needs. At a steady speed, in a frame that turns with the count,
    #
    #   v e^{−jωτ} = R i + jωL i + jωΨ + V₀ f(|i|/i₀) i/|i|
    #
    # with Ψ whose angle is that from the count to the magnets, τ by which a voltage comes later than it is told (about
    # one and a half periods of the loop), and V₀ of the stage (dead time, drops), which has the direction of the
    # current. A phase whose current is less than i₀ ripples through zero, and V₀ with it: f is the describing function
    # of that saturation (e.g. Slotine, Li: Applied Nonlinear Control, 1991, ch. 5). While it gets quicker and slower
    # the same speed takes more current and less: that leaves Ψ apart from V₀ and from an error of R. τ and i₀ are those
    # that leave the least over.
    class BackEmf
      FAINT = [0.004, 0.008, 0.012, 0.018, 0.026, 0.04, 0.06, 0.1, 0.16].freeze # i₀, of the rated current

      # @param cycles [Array<Cycle>] @param machine [SpinMachine]
      def initialize(cycles, machine)
        @holds = cycles.flat_map(&:holds)
        @parts = cycles.flat_map(&:pieces)
        @machine = machine
      end

      # V·s, of a phase, as a peak; V·s of a motor with brushes
      def flux = linkage.abs

      # Of two sigma, by leaving each part out once; and what the stage takes is no quite even saturation.
      def uncertainty
        @uncertainty ||=
          Numbers.left_out(@parts) { |rest| fit(rest.flatten, fitted.delay, fitted.faint).found.abs } + LEAST * flux +
            UNEVEN * fitted.stage.abs / quickest
      end

      # Electrical rad/s
      def quickest = @holds.map { |hold| electrical(hold).abs }.max

      SURE = 0.05 # of the flux
      def sure? = uncertainty < SURE * flux

      # N·m/A rms
      def torque_constant = @machine.constant_of(flux)

      # Electrical rad from the count to the magnets; where they cannot be seen, to the field of the drive.
      def phase
        return 0.0 if @machine.brushed?
        sure? ? linkage.arg : field
      end

      # Electrical rad by which the field of the drive stands before the magnets. @return [Float, nil]
      def misplaced = @machine.brushed? || !sure? ? nil : Complex.polar(1.0, field - linkage.arg).arg

      # Electrical rad from the count to the field of the drive: mean of both directions and all speeds
      def field = @holds.sum { |hold| Complex.polar(1.0, hold.angle) }.arg

      LEAST = 0.01 # of the flux, that gains of sensors, resistance and stage leave open
      UNEVEN = 0.03 # of V₀ against the quickest back-EMF
      private_constant :LEAST, :UNEVEN

      private

      Fit = Record.define(:found, :stage, :left, :delay, :faint)
      private_constant :Fit

      def linkage = fitted.found
      def fitted
        @fitted ||= FAINT.map { |share| best_delay(@parts.flatten, share * @machine.rated_current) }.min_by(&:left)
      end

      # @return [Fit]
      def best_delay(pieces, faint)
        return fit(pieces, 0.0, faint) if @machine.brushed?
        fit(pieces, Numbers.lowest(0.0, MOST_DELAY * @machine.period) { |one| fit(pieces, one, faint).left }, faint)
      end

      MOST_DELAY = 3.0 # periods of the loop
      private_constant :MOST_DELAY

      def electrical(hold) = hold.speed * @machine.pairs

      # @param delay [Float] s @param faint [Float] A @return [Fit] Ψ, V₀, and the square of what is left over
      def fit(pieces, delay, faint)
        columns = pieces.map { |piece| columns(piece, faint) }.transpose.map { |parts| stacked(parts) }
        target = stacked(pieces.map { |piece| over(piece, delay) })
        known = stage_known
        target -= columns.pop * known if known
        found = Numbers.fit(columns, target)
        left = columns.zip(found).reduce(target) { |rest, (column, one)| rest - column * one }
        Fit.new(
          found: Complex(found[0], found[1]),
          stage: known || found[2],
          left: (left**2).sum,
          delay: delay,
          faint: faint
        )
      end

      # V₀ by what the winding has told of the stage: of a square whose height it takes of a phase the part that turns
      # with the current; of two bridges a phase it was told of both.
      def stage_known = @machine.brushed? ? nil : @machine.stage&.then { |one| 4 / Math::PI * one }

      # V that R and L leave
      def over(hold, delay)
        omega = electrical(hold)
        hold.voltage * Complex.polar(1.0, -omega * delay) -
          Complex(@machine.resistance, omega * @machine.inductance) * hold.current
      end

      # Of the parts of Ψ, and of what the stage takes.
      def columns(hold, faint)
        turned = Complex(0, electrical(hold))
        along = hold.current * (saturated(hold.current.abs, faint) / [hold.current.abs, 1e-9].max)
        [turned, turned * Complex(0, 1), along]
      end

      # What is left of a stage's error whose sign follows a sinusoidal current; 1 where that is large.
      def saturated(current, faint)
        share = faint / [current, 1e-9].max
        return Math::PI / 4 / share if share >= 1.0
        0.5 * (Math.asin(share) / share + Math.sqrt(1 - share * share))
      end

      def stacked(numbers) = Numo::DFloat[*numbers.map(&:real), *numbers.map(&:imag)]
    end
  end
end
