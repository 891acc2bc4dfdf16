# frozen_string_literal: true

module Gallop
  module Plant
    # What acts on a shaft besides its motor and its dry friction, by where it is and how fast it turns:
    #
    #   end stops          −k (φ − φ_end) − d ω while it is beyond one, and never a pull
    #   an unbalanced arm  −T_u sin(φ/n)             n motor turns in a turn of the arm
    #   a load by speed    −T_l (|ω|/ω_l)^p          p = 1 for calenders, 2 for fans and pumps
    #   Stribeck           −(T_b − T_c)/(1 + (ω/ω_s)²), what is left of the breakaway torque at low speed
    #   asymmetry          what going back takes more than going forward
    #   strokes            −T_p, whichever way it turns, in the first share of each period
    #
    # (Armstrong-Hélouvry: Control of Machines with Friction, ch. 3, for the Stribeck curve in this form.) All figures
    # are of the motor's shaft, where all of it acts.
    class Obstacles
      # @param stop_low, stop_high [Float, nil] rad @param stop_stiffness [Float] N·m/rad @param stop_loss [Float]
      # N·m·s/rad
      # @param unbalance [Float] N·m @param unbalance_turns [Float] @param speed_torque [Float] N·m at
      # @param speed_reference [Float] rad/s @param speed_power [Float] @param stribeck_torque [Float] N·m above Coulomb
      # @param stribeck_speed [Float] rad/s @param backward_torque [Float] N·m @param stroke_torque [Float] N·m
      # @param stroke_period [Float] s @param stroke_share [Float] of it
      def initialize(
        stop_low: nil,
        stop_high: nil,
        stop_stiffness: 50.0,
        stop_loss: 0.01,
        unbalance: 0.0,
        unbalance_turns: 1.0,
        speed_torque: 0.0,
        speed_reference: 100.0,
        speed_power: 2.0,
        stribeck_torque: 0.0,
        stribeck_speed: 1.0,
        backward_torque: 0.0,
        stroke_torque: 0.0,
        stroke_period: 1.0,
        stroke_share: 0.5
      )
        @low = stop_low&.to_f
        @high = stop_high&.to_f
        @stiffness = stop_stiffness.to_f
        @loss = stop_loss.to_f
        @unbalance = unbalance.to_f
        @arm = 1.0 / unbalance_turns
        @speed_torque = speed_torque.to_f
        @inverse_reference = 1.0 / speed_reference
        @power = speed_power.to_f
        @stribeck = stribeck_torque.to_f
        @inverse_stribeck = 1.0 / stribeck_speed
        @backward = backward_torque.to_f
        @stroke = stroke_torque.to_f
        @period = stroke_period.to_f
        @lasts = stroke_share * stroke_period
        @time = 0.0
      end

      # Lets its own time pass. @param dt [Float] s
      def wait(dt)
        @time = (@time + dt) % @period
      end

      # @return [Boolean] whether it can move a shaft that stands
      def drives? = @unbalance != 0.0 || !@low.nil? || !@high.nil?

      # @param angle [Float] rad @param speed [Float] rad/s @return [Float] N·m, positive in the positive direction
      def torque(angle, speed)
        torque = 0.0
        torque -= @unbalance * Math.sin(angle * @arm) unless @unbalance == 0.0
        torque += stops(angle, speed) if @high || @low
        speed == 0.0 ? torque : torque - (speed > 0.0 ? opposing(speed) : -opposing(-speed) - @backward)
      end

      private

      def opposing(speed)
        load = @speed_torque == 0.0 ? 0.0 : @speed_torque * (speed * @inverse_reference)**@power
        load += @stroke if @stroke != 0.0 && @time < @lasts
        return load if @stribeck == 0.0
        share = speed * @inverse_stribeck
        load + @stribeck / (1.0 + share * share)
      end

      def stops(angle, speed)
        return [@stiffness * (@high - angle) - @loss * speed, 0.0].min if @high && angle > @high
        return [@stiffness * (@low - angle) - @loss * speed, 0.0].max if @low && angle < @low
        0.0
      end
    end
  end
end
