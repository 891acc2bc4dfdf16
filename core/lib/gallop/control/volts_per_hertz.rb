# frozen_string_literal: true

module Gallop
  module Control
    # Voltage over frequency with boost at standstill, slip compensation from the torque-forming current and a current
    # limit that holds the ramp. The torque-forming (active) current is the component in phase with the voltage behind
    # the stator resistance, so that the copper loss of the stator, which dominates at low frequency, is not taken for
    # load.
    #
    # The curve goes straight from the boost at rest to the rated voltage at rated frequency, bent by further points
    # between, or by the law of the load: with the square of the frequency for pumps and fans. At light load the voltage
    # may be lowered by a share, slowly; it is back at once as soon as the motor is asked for more.
    #
    # Slip compensation follows f_slip = s_rated · i_active / i_active,rated, through a first-order filter, while
    # motoring and generating alike. What follows from the filtered currents is reckoned in every fourth period: it
    # moves a hundred times more slowly than the field turns.
    class VoltsPerHertz
      RECKONED = 4 # periods

      attr_reader :angle,
                  :v_alpha,
                  :v_beta,
                  :voltage,
                  :output_frequency,
                  :slip_frequency,
                  :active_current,
                  :reactive_current,
                  :current,
                  :saturated

      # Of the voltage of the curve, for who looks for a motor that turns.
      attr_writer :share

      def initialize
        @share = 1.0
        reset
      end

      # Takes new figures without a jump: integrals and angles stay.
      # @param rated_voltage [Float] V peak of a phase at rated_frequency, @param boost [Float] V peak at 0 Hz
      # @param rated_frequency, rated_slip [Float] Hz, @param rated_active_current [Float] A peak
      # @param stator_resistance [Float] Ω, 0 where it is unknown
      # @param slip_share [Float] 1.0 compensates the rated slip in full, @param dt [Float] s
      # @param points [Array<Array(Float, Float)>] Hz and V peak, in the order of frequency @param law [Float] power of
      # the frequency by which the voltage rises where there are no points @param saving [Float] share of the voltage
      def tune(
        rated_voltage:,
        boost:,
        rated_frequency:,
        rated_slip:,
        rated_active_current:,
        slip_share:,
        dt:,
        stator_resistance: 0.0,
        points: [],
        law: 1.0,
        saving: 0.0,
        damping: 0.0
      )
        @rated_voltage = rated_voltage.to_f
        @boost = boost.to_f
        @rated_frequency = rated_frequency.to_f
        @slip_gain = rated_active_current.positive? ? slip_share * rated_slip / rated_active_current : 0.0
        @slip_limit = 2.0 * rated_slip
        @stator_resistance = stator_resistance.to_f
        @least_emf = 0.02 * rated_voltage
        @points = [[0.0, @boost], *points, [@rated_frequency, @rated_voltage]] if points.any?
        @points = nil if points.empty?
        @law = law.to_f
        @saving = saving.to_f
        @damping = damping * DAMPS * rated_slip / [rated_active_current, 1e-6].max
        @calm_filter = dt / (CALM + dt)
        @rated_active = rated_active_current.to_f
        @saved ||= 0.0
        @dt = dt
        @saving_filter = RECKONED * dt / (SAVING_TIME + RECKONED * dt)
        @turn = Plant::TWO_PI * dt
        @filter = dt / (0.02 + dt)
        @slip_filter = RECKONED * dt / (0.1 + RECKONED * dt)
      end

      def reset
        @angle = 0.0
        @cos = 1.0
        @sin = 0.0
        @period = 0
        @output_frequency = @slip_frequency = @voltage = 0.0
        @active_current = @reactive_current = @in_phase = @current = 0.0
        @v_alpha = @v_beta = 0.0
        @saturated = false
        @saved = 0.0
        @mean_in_phase = 0.0
      end

      # @param frequency [Float] Hz of the ramp, signed, @param i_alpha, i_beta [Float] A measured, @param v_limit
      # [Float] V peak
      def step(frequency, i_alpha, i_beta, v_limit)
        # in the axis of the voltage that has just been put out
        @in_phase += @filter * (@cos * i_alpha + @sin * i_beta - @in_phase)
        @reactive_current += @filter * (@sin * i_alpha - @cos * i_beta - @reactive_current)
        @period = (@period + 1) & (RECKONED - 1)
        reckon(frequency) if @period == 1
        @output_frequency = frequency + @slip_frequency
        calm(frequency, @cos * i_alpha + @sin * i_beta) if @damping > 0.0
        angle = @angle + @turn * @output_frequency
        angle -= Plant::TWO_PI if angle > Math::PI
        angle += Plant::TWO_PI if angle < -Math::PI
        @angle = angle
        excite(v_limit)
      end

      DAMPS = 1.3 # rated slips of the field, for a rated active current too much
      CALMS_FROM = 8.0 # Hz of the field; below, it would do harm
      CALMS_ALL_FROM = 13.0 # Hz
      CALM = 0.15 # s, of what counts as a swing
      SAVING_TIME = 2.0 # s in which the voltage is lowered
      LIGHT = 0.5 # of the rated active current, above which nothing is saved
      private_constant :DAMPS, :CALMS_FROM, :CALMS_ALL_FROM, :CALM, :SAVING_TIME, :LIGHT

      # @param frequency [Float] Hz of the field, without a sign @return [Float] V peak
      def volts(frequency)
        return @rated_voltage unless frequency < @rated_frequency
        return between(frequency) if @points
        share = frequency / @rated_frequency
        @boost + (@rated_voltage - @boost) * (@law == 1.0 ? share : share**@law)
      end

      private

      def between(frequency)
        above = @points.index { |point| point[0] > frequency }
        low, high = @points[above - 1], @points[above]
        low[1] + (high[1] - low[1]) * (frequency - low[0]) / (high[0] - low[0])
      end

      # @return [Float] share of the voltage that is saved now
      def saved
        wanted = @saving * [1.0 - @active_current.abs / (LIGHT * @rated_active), 0.0].max
        wanted < @saved ? wanted : @saved + @saving_filter * (wanted - @saved)
      end

      def reckon(frequency)
        @current = Math.sqrt(@in_phase * @in_phase + @reactive_current * @reactive_current)
        emf_real = @voltage - @stator_resistance * @in_phase
        emf_imaginary = @stator_resistance * @reactive_current
        emf = Math.sqrt(emf_real * emf_real + emf_imaginary * emf_imaginary)
        emf = @least_emf if emf < @least_emf
        @active_current = (emf_real * @in_phase - emf_imaginary * @reactive_current) / emf
        @saved = saved if @saving > 0.0
        compensate(frequency)
      end

      # Positive active current means motoring, whichever way the field turns.
      def compensate(frequency)
        wanted = @slip_gain * @active_current
        wanted = @slip_limit if wanted > @slip_limit
        wanted = -@slip_limit if wanted < -@slip_limit
        wanted = -wanted if frequency.negative?
        wanted = 0.0 if frequency.zero?
        @slip_frequency += @slip_filter * (wanted - @slip_frequency)
      end

      # The field gives way to a rotor that swings against it. What is told of the current is too late for that.
      def calm(frequency, in_phase)
        @mean_in_phase += @calm_filter * (in_phase - @mean_in_phase)
        share = (frequency.abs - CALMS_FROM) / (CALMS_ALL_FROM - CALMS_FROM)
        return if share <= 0.0
        way = @damping * (share > 1.0 ? 1.0 : share) * (in_phase - @mean_in_phase)
        @output_frequency += frequency.negative? ? way : -way
      end

      def excite(v_limit)
        @voltage = volts(@output_frequency.abs)
        @voltage *= 1.0 - @saved if @saving > 0.0
        @voltage *= @share if @share < 1.0
        @saturated = @voltage > v_limit
        @voltage = v_limit if @saturated
        @cos = Math.cos(@angle)
        @sin = Math.sin(@angle)
        @v_alpha = @voltage * @cos
        @v_beta = @voltage * @sin
      end
    end
  end
end
