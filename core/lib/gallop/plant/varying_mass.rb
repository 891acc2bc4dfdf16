# frozen_string_literal: true

module Gallop
  module Plant
    # A mass whose inertia is another at another place, besides what OneMass has:
    #
    #   a crank   J(φ) = J_0 + J_c sin²(φ/n),   d(½ J ω²)/dt = T ω                    n motor turns in one of the crank
    #   a roll    J(d) = J_0 + c (d⁴ − d_c⁴),   d = d_c + 2 s φ/(2π n),   T_web = F d/(2 n)
    #
    # (e.g. Dresig, Holzweißig: Dynamics of Machinery, ch. 2): a crank's energy stays as J changes under it; what a
    # roll takes up arrives with the speed of its surface and needs no torque of its own. As the motor feels them.
    class VaryingMass < OneMass
      # @param crank_inertia [Float] kg·m² at a quarter of a crank's turn, above that of its dead centre
      # @param roll_inertia [Float] kg·m²/m⁴ @param roll_core [Float] m, diameter @param roll_layer [Float] m, thickness
      # of the web @param roll_tension [Float] N of the web, that pulls back
      # @param ratio [Float] motor turns in a turn of crank or roll
      def initialize(
        crank_inertia: 0.0,
        roll_inertia: 0.0,
        roll_core: 0.1,
        roll_layer: 0.0,
        roll_tension: 0.0,
        ratio: 1.0,
        **mass
      )
        @crank = crank_inertia.to_f
        @roll = roll_inertia.to_f
        @core = roll_core.to_f
        @growth = 2.0 * roll_layer / (TWO_PI * ratio)
        @tension = roll_tension / (2.0 * ratio)
        @inverse_ratio = 1.0 / ratio
        super(**mass)
        @base = @inertia
      end

      # m
      def diameter = [@core + @growth * @angle, @core].max

      def turn(torque, dt)
        return super unless @coupled
        width = diameter
        base = @base + @roll * (width**4 - @core**4)
        before = @inertia = base + crank_inertia
        super(torque - @tension * width, dt)
        return @speed if @crank == 0.0
        @inertia = base + crank_inertia
        @speed *= Math.sqrt(before / @inertia)
      end

      def coupled=(coupled)
        super
        @base = @inertia
      end

      private

      def crank_inertia = @crank * Math.sin(@angle * @inverse_ratio)**2
    end
  end
end
