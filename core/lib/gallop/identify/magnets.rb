# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # The magnets, by each sample of the fastest loop, while a turning motor is shaken by much more current than it
    # needs: what the stage takes and what the winding takes are known from standstill, and change their sign with the
    # current many times while the magnets' voltage stays,
    #
    #   v[k] − R i − e Σ sat(i_x/i₀) = L di/dt + jωΨ e^{jpθ}
    #
    # with i and di/dt of the two samples between which v[k] stands on the motor, and e of a phase x. L and Ψ by least
    # squares, i₀ by what leaves the least over. With less current, at the few volts of a slow motor, nobody could tell
    # them from the stage. It speaks as BackEmf does.
    class Magnets
      FAINT = [0.002, 0.01, 0.02, 0.04, 0.06, 0.09, 0.13, 0.2, 0.3, 0.45, 0.7].freeze # i₀, of the rated current
      AHEAD = 1 # samples from the one at which a voltage is worked out to the one from which on it is put out
      AROUND = 32 # samples to each side, over which a speed is taken
      BLOCKS = 8 # of a record, that are left out in turn
      LEAST = 0.006 # of the flux, that gains of sensors and the resistance leave open
      SURE = 0.05
      SQRT3 = Math.sqrt(3)

      # @param takes [Array<Instrument::Take>] of feedback.count, current.alpha, current.beta, voltage.alpha and
      # voltage.beta at the rate of the loop @param machine [SpinMachine] that knows its stage @param emf [BackEmf] for
      # the field of the drive
      def initialize(takes, machine, emf)
        @takes = takes
        @machine = machine
        @emf = emf
      end

      def flux = linkage.abs
      def torque_constant = @machine.constant_of(flux)
      def sure? = uncertainty < SURE * flux
      def phase = linkage.arg
      def misplaced = Complex.polar(1.0, @emf.field - linkage.arg).arg

      # V·s, of two sigma, by leaving each block of the samples out once
      def uncertainty
        @uncertainty ||= Numbers.left_out(best.sums) { |rest| solved(rest)[:linkage].abs } + LEAST * flux
      end

      private

      Fit = Record.define(:sums, :left, :linkage)
      Sums = Record.define(:matrix, :right, :square)
      Part = Record.define(:current, :change, :turned, :voltage)
      private_constant :Fit, :Sums, :Part

      def linkage = best.linkage

      # Between the neighbours of the one that leaves the least.
      def best
        @best ||=
          begin
            shares = FAINT.map { |share| share * @machine.rated_current }
            least = shares.each_index.min_by { |n| fit(shares[n]).left }
            around = [shares[[least - 1, 0].max], shares[[least + 1, shares.size - 1].min]]
            fit(Numbers.lowest(*around) { |faint| fit(faint).left })
          end
      end

      def fit(faint)
        sums = parts.flat_map { |part| sums_of(part, faint) }
        Fit.new(sums: sums, **solved(sums))
      end

      # @param sums [Array<Sums>] @return [Hash] linkage, and the square of what is left over
      def solved(sums)
        matrix = sums.map(&:matrix).reduce { |a, b| a.zip(b).map { |x, y| x.zip(y).map(&:sum) } }
        right = sums.map(&:right).reduce { |a, b| a.zip(b).map(&:sum) }
        found = Numbers.solve(matrix, right)
        left = sums.sum(&:square) - found.zip(right).sum { |one, other| one * other }
        { linkage: Complex(found[1], found[2]), left: left }
      end

      # Normal equations of each block of a record.
      # @return [Array<Sums>]
      def sums_of(part, faint)
        signs = signs(part, faint)
        known = [0, 1].map { |n| @machine.resistance * part.current[n] + @machine.stage * signs[n] }
        target = stacked(part.voltage[0] - known[0], part.voltage[1] - known[1])
        columns = [part.change, part.turned, [-part.turned[1], part.turned[0]]].map { |pair| stacked(*pair) }
        blocks(part.current[0].size).map { |rows| sums(columns.map { |one| one[rows] }, target[rows]) }
      end

      def sums(columns, target)
        Sums.new(
          matrix: columns.map { |one| columns.map { |other| (one * other).sum } },
          right: columns.map { |one| (one * target).sum },
          square: (target**2).sum
        )
      end

      # Rows of both halves, α and β, of each block.
      def blocks(size)
        length = size / BLOCKS
        Array.new(BLOCKS) do |n|
          rows = ((n * length)...((n + 1) * length)).to_a
          rows + rows.map { |row| row + size }
        end
      end

      def stacked(alpha, beta) = alpha.append(beta)

      # What the stage takes, in units of what it takes of a phase.
      def signs(part, faint)
        alpha, beta = part.current
        return limited(alpha, faint), limited(beta, faint) if @machine.kind == :stepper
        v = 0.5 * (SQRT3 * beta - alpha)
        u, v, w = [alpha, v, -alpha - v].map { |one| limited(one, faint) }
        [(2 * u - v - w) / 3, (v - w) / SQRT3]
      end

      def limited(current, faint) = (current / faint).clip(-1, 1)

      def parts = @parts ||= @takes.map { |take| part(take) }

      # @raise [Undecided]
      def part(take)
        counts = take["feedback.count"]
        range = usable(counts)
        first, second = [1, 2].map { |n| shifted(range, AHEAD + n - 1) }
        now, after = [first, second].map { |rows| %w[alpha beta].map { |axis| take["current.#{axis}"][rows] } }
        Part.new(
          current: now.zip(after).map { |one, other| 0.5 * (one + other) },
          change: now.zip(after).map { |one, other| (other - one) / take.interval },
          turned: turned(counts, first, second, take.interval),
          voltage: %w[alpha beta].map { |axis| take["voltage.#{axis}"][range.to_a] }
        )
      end

      def usable(counts)
        whole = @machine.coarse? ? Edges.inside(counts) : (0..(counts.size - 1))
        last = whole && whole.end - AHEAD - 1
        return whole.begin..last if whole && last - whole.begin > BLOCKS * AROUND
        raise Undecided, "The shaft hardly turned while it was shaken. Give it more room, or take a higher gait."
      end

      def shifted(range, by) = range.map { |n| n + by }

      # jω e^{jpθ} between two samples, real and imaginary part.
      def turned(counts, first, second, interval)
        place = (@machine.coarse? ? Edges.between(counts) : counts) * @machine.electrical
        angle = 0.5 * (place[first] + place[second])
        from = first.map { |n| [n - AROUND, 0].max }
        to = second.map { |n| [n + AROUND, counts.size - 1].min }
        span = Numo::DFloat.cast(to.zip(from).map { |a, b| (a - b) * interval })
        omega = (place[to] - place[from]) / span
        [-omega * Numo::NMath.sin(angle), omega * Numo::NMath.cos(angle)]
      end
    end
  end
end
