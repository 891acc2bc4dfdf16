# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # Where a shaft goes against a field that drags it. In a whole turn the field does as much work as friction F and
    # load L take, as shares of what the largest current gives at a quarter turn; a rotor whose axes differ in
    # inductance is drawn to the other axis as well, κ at that current (Krause, Analysis of Electric Machinery, ch. 5).
    # In the mean over the way, x being the angle between field and count less the offset, i the share of the current,
    #
    #   i ⟨sin x⟩ − κ/2 i² ⟨sin 2x⟩ = L ± F
    #
    # Offset, L, F and κ come by Gauss and Newton from both directions at several currents.
    class Balance
      # @!attribute direction [Integer] 1 or −1 @!attribute share [Float] of the current @!attribute vector, double
      # [Complex] mean unit vectors of the angle between field and count, and of twice that @!attribute path [Float] of
      # the shaft, as a share of the straight one
      Look = Record.define(:direction, :share, :vector, :double, :path)

      STEPS = 25
      MOST = 0.85 # of the torque, beyond which the shaft may slip
      SALIENT = 0.0..0.8 # κ
      # Weights with which κ is what is known of it, or nothing, and with which there is no load, where little tells of
      # it.
      KNOWN = 1.0
      UNKNOWN = 0.08
      NO_LOAD = 0.03
      LEFT = 0.03 # of the torque, that may be left over
      SWINGS = 0.6 # of a mean vector, below which the shaft follows anyhow

      # rad; share of the torque
      attr_reader :offset, :left_over

      # @param looks [Array<Look>] @param salience [Float, nil] κ where it is known @raise [Undecided]
      def initialize(looks, salience: nil)
        @looks = looks
        @known = salience
        @offset = looks.sum(&:vector).arg
        @load = @friction = 0.0
        @salience = salience || 0.0
        STEPS.times { step }
        @left_over = Math.sqrt(looks.sum { |look| missing(look, *parts(look))**2 } / looks.size)
        check
      end

      def lag = Math.asin([@friction.abs, 1.0].min)
      # Of the torque, by friction and load
      def taken = @friction.abs + @load.abs
      def load_angle = Math.asin([@load.abs, 1.0].min)

      private

      def step
        salience = @known ? [KNOWN, @known] : [UNKNOWN, 0.0]
        rows = @looks.map { |look| row(look) }
        rows << [0.0, 0.0, 0.0, salience.first, salience.first * (salience.last - @salience)]
        no_load = @looks.size < 3 ? 1.0 : NO_LOAD # of one current alone it cannot be told
        rows << [0.0, no_load, 0.0, 0.0, -no_load * @load]
        columns = rows.transpose.map { |column| Numo::DFloat.cast(column) }
        offset, load, friction, salience = Numbers.fit(columns.first(4), columns.last)
        @offset = wrapped(@offset + offset.clamp(-0.5, 0.5))
        @load = (@load + load).clamp(-1.0, 1.0)
        @friction = (@friction + friction).clamp(-1.0, 1.0)
        @salience = (@salience + salience).clamp(SALIENT.begin, SALIENT.end)
      end

      # Derivatives by offset, load, friction and κ, and what is missing.
      def row(look)
        single, double = parts(look)
        turned = look.share * look.vector.abs * Math.cos(look.vector.arg - @offset)
        twice = look.share**2 * look.double.abs * Math.cos(look.double.arg - 2 * @offset)
        [-turned + @salience * twice, -1.0, -look.direction * look.path, -double, -missing(look, single, double)]
      end

      # Work of the magnets, and what κ is multiplied with.
      def parts(look)
        [
          look.share * look.vector.abs * Math.sin(look.vector.arg - @offset),
          0.5 * look.share**2 * look.double.abs * Math.sin(look.double.arg - 2 * @offset)
        ]
      end

      def missing(look, single, double)
        single - @salience * double - (@load + look.direction * look.path * @friction)
      end

      def check
        weakest = @looks.map(&:share).min
        steady = @looks.all? { |look| look.vector.abs > SWINGS }
        return if steady && (@load.abs + @friction.abs) / weakest < MOST && @left_over < LEFT
        raise Undecided,
              "Friction and load take most of what the current gives, so that the shaft stands anywhere. Permit more " \
                "current, or uncouple the load."
      end

      def wrapped(angle) = (angle + Math::PI) % (2 * Math::PI) - Math::PI
    end
  end
end
