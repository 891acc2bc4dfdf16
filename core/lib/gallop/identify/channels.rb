# frozen_string_literal: true

module Gallop
  module Identify
    # How the current sensors of a drive belong to its phases, from what they show while known voltages stand on the
    # motor. With sound wires each current is G times its voltage; a channel that is exchanged, reversed or missing, or
    # a phase that is open, changes what is seen in a way of its own, and the one that fits best is taken:
    #
    #   i = g · M · P · Δv     M: channels exchanged, reversed; P: what an open phase leaves
    #
    # Steps between two levels of the same vector are looked at, so that dead time and drops of the stage, which are
    # alike at both, cancel.
    class Channels
      # V and A, peak, α and β. A step from one level to another.
      Step = Record.define(:v_alpha, :v_beta, :i_alpha, :i_beta)

      # @!attribute exchanged [Boolean] @!attribute reversed [Array<Symbol>] of :u and :v @!attribute open [Symbol, nil]
      # phase without current
      Reading =
        Record.define(:exchanged, :reversed, :open) do
          def sound? = changes.zero?
          def changes = (exchanged ? 1 : 0) + reversed.size + (open ? 1 : 0)
        end

      CLEAR = 0.12 # of what is seen, that the best may leave over
      AHEAD = 2.5 # times as much the next must leave over
      SQRT3 = Math.sqrt(3)

      attr_reader :reading, :left_over

      # @param steps [Array<Step>] at several angles @param phases [Integer] 3 or 2
      # @raise [Undecided] where nothing fits
      def initialize(steps, phases: 3)
        @phases = phases
        @voltages = steps.map { |step| [step.v_alpha, step.v_beta] }
        @seen = steps.map { |step| channels(step.i_alpha, step.i_beta) }
        decide
      end

      # Ω, of a phase with its cable.
      def resistance = 1 / @conductance

      # What channel U shows for each ampere that V shows. @return [Float]
      def gain_ratio
        expected = @voltages.map { |voltage| predicted(reading, voltage) }
        gains = [0, 1].map { |n| slope(expected.map { |pair| pair[n] }, @seen.map { |pair| pair[n] }) }
        gains[0] / gains[1]
      end

      # Share of the resistance that is not sure, from what the steps leave over.
      def uncertainty = left_over / Math.sqrt(@seen.size) * 2

      private

      # What the two channels show, of α and β.
      def channels(alpha, beta) = @phases == 3 ? [alpha, 0.5 * (SQRT3 * beta - alpha)] : [alpha, beta]

      def decide
        raise Undecided, "The drive put nothing out. Look at its state, and try again." if norm(@voltages) < 1e-9
        ranked = hypotheses.map { |one| [one, *fitted(one)] }.sort_by { |one, left, _| [left.round(4), one.changes] }
        @reading, @left_over, @conductance = ranked.first
        raise Undecided, "No current came at all: the motor is not connected." if @left_over == Float::INFINITY
        second = ranked.find { |one, *| differs?(one) }
        return if @left_over < CLEAR && second[1] > [AHEAD * @left_over, 0.05].max
        raise Undecided,
              "The currents fit no wiring that is known: what fits best leaves #{(100 * @left_over).round} % over. " \
                "Look at the motor cable and its terminals, and try again."
      end

      def hypotheses
        opens = @phases == 3 ? [nil, :u, :v, :w] : [nil, :u, :v]
        [false, true].product([[], [:u], [:v], %i[u v]], opens)
          .map { |exchanged, reversed, open| Reading.new(exchanged: exchanged, reversed: reversed, open: open) }
      end

      # Whether the channels would show anything else: the sign of one that shows nothing cannot be told.
      def differs?(other)
        mine, others = [reading, other].map { |one| @voltages.map { |voltage| predicted(one, voltage) } }
        apart = mine.flatten.zip(others.flatten).sum { |a, b| (a - b)**2 }
        apart > 1e-6 * norm(mine)
      end

      # @return [Array(Float, Float)] share that is left over, and the conductance
      def fitted(reading)
        expected = @voltages.map { |voltage| predicted(reading, voltage) }
        return Float::INFINITY, 0.0 if norm(expected) < 1e-12
        conductance = slope(expected.flatten, @seen.flatten)
        return Float::INFINITY, 0.0 unless conductance.positive?
        left = expected.zip(@seen).flat_map { |two, seen| two.zip(seen).map { |e, s| s - conductance * e } }
        [Math.sqrt(left.sum { |one| one * one } / norm(@seen)), conductance]
      end

      # What the channels show at a conductance of one.
      def predicted(reading, voltage)
        u, v = channels(*through(reading.open, *voltage))
        u, v = v, u if reading.exchanged
        [reading.reversed.include?(:u) ? -u : u, reading.reversed.include?(:v) ? -v : v]
      end

      AXES = { 3 => { u: 0.0, v: 2 * Math::PI / 3, w: -2 * Math::PI / 3 }, 2 => { u: 0.0, v: Math::PI / 2 } }.freeze
      private_constant :AXES

      # Without the part along the axis of a phase that is open.
      def through(open, alpha, beta)
        return alpha, beta unless open
        axis = AXES.fetch(@phases).fetch(open)
        along = alpha * Math.cos(axis) + beta * Math.sin(axis)
        [alpha - along * Math.cos(axis), beta - along * Math.sin(axis)]
      end

      def norm(pairs) = pairs.flatten.sum { |one| one * one }
      def slope(from, to) = from.zip(to).sum { |a, b| a * b } / from.sum { |a| a * a }
    end
  end
end
