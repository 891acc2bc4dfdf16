# frozen_string_literal: true

module Gallop
  module Plant
    # DC bus behind a mains rectifier with precharge resistor, electronics load, and a braking chopper with its
    # resistor.
    #
    #   C dV/dt = I_rectifier − P/V − I_chopper
    #
    # The rectifier conducts while the mains peak is above the bus. The resistive parts are taken implicitly, so any
    # step is stable; the ripple at the mains frequency is left out.
    class MainsBus
      PRECHARGED_SHARE = 0.9 # of the mains peak, where the precharge relay bridges its resistor

      attr_reader :voltage, :chopper_on, :resistor_energy, :mains_peak
      attr_accessor :mains_on

      # @param mains_voltage [Float] V rms between lines, @param capacitance [Float] F
      # @param source_resistance [Float] Ω of mains and rectifier, @param precharge_resistance [Float] Ω
      # @param brake_resistance [Float, nil] Ω; nil where no resistor is fitted
      # @param electronics_power [Float] W drawn as long as the electronics run
      # @param phases [Integer] 1 or 3 @param ripple [Boolean] whether the mains is rectified wave by wave, instead of
      # as its peak @param frequency [Float] Hz
      # @param charged [Boolean] begin with the bus at the peak of the mains instead of empty
      def initialize(
        mains_voltage:,
        capacitance:,
        source_resistance: 0.6,
        precharge_resistance: 47.0,
        brake_resistance: nil,
        electronics_power: 12.0,
        mains_on: true,
        charged: false,
        phases: 3,
        ripple: false,
        frequency: 50.0
      )
        @mains_peak = mains_voltage * Math.sqrt(2)
        @capacitance = capacitance.to_f
        @source_conductance = 1.0 / source_resistance
        @precharge_conductance = 1.0 / precharge_resistance
        @chopper_conductance = brake_resistance ? 1.0 / brake_resistance : 0.0
        @chopper_on_voltage = @chopper_off_voltage = Float::INFINITY
        @electronics_power = electronics_power.to_f
        @mains_on = mains_on
        @voltage = charged ? @mains_peak : 0.0
        @chopper_on = false
        @precharged = charged
        @resistor_energy = 0.0
        @phases = @lines = phases
        @ripple = ripple
        @turning = TWO_PI * frequency
        @wave = 0.0
        @crest = @mains_peak
      end

      # How many lines are there: one that is lost leaves a single wave. With a ripple alone it is felt.
      attr_accessor :phases

      # Whether a lost line would be felt.
      def three_lines? = @ripple && @lines == 3

      def line_lost = @phases < @lines

      def line_lost=(lost)
        @phases = lost ? 1 : @lines
      end

      def precharged? = @precharged

      # The firmware's levels for its chopper, V; infinity keeps it off.
      def chop_between(off, on)
        @chopper_off_voltage = off
        @chopper_on_voltage = on
      end

      def mains_voltage = @mains_peak / Math.sqrt(2)

      def mains_voltage=(rms)
        @mains_peak = rms.to_f * Math.sqrt(2)
      end

      # @param power [Float] W that the inverter takes, negative when the motor regenerates
      # @return [Float] V at the end of the step
      def draw(power, dt)
        rectify(dt) if @ripple
        switch_chopper
        crest = @ripple ? @crest : @mains_peak
        conductance = conducting_source(crest)
        numerator = @capacitance / dt * @voltage + conductance * crest - load_current(power)
        chopper = @chopper_on ? @chopper_conductance : 0.0
        before = @voltage
        @voltage = numerator / (@capacitance / dt + conductance + chopper)
        # diodes do not feed back: a step that overshoots the crest of the mains ends on it
        @voltage = crest if conductance.positive? && before < crest && @voltage > crest && power >= 0
        @voltage = 0.0 if @voltage.negative?
        @resistor_energy += @voltage * @voltage * chopper * dt if @chopper_on
        @precharged = relay_closed
        @voltage
      end

      private

      def switch_chopper
        if @voltage > @chopper_on_voltage
          @chopper_on = @chopper_conductance.positive?
        elsif @voltage < @chopper_off_voltage
          @chopper_on = false
        end
      end

      # What the diodes let through now: the largest of six half waves, or of two.
      def rectify(dt)
        @wave = (@wave + @turning * dt) % TWO_PI
        @crest = @mains_peak * (@phases == 3 ? Math.cos(@wave % (Math::PI / 3) - Math::PI / 6) : Math.sin(@wave).abs)
      end

      def conducting_source(crest)
        return 0.0 unless @mains_on && @voltage < crest
        @precharged ? @source_conductance : @precharge_conductance
      end

      def load_current(power)
        return 0.0 if @voltage < 1.0
        electronics = @voltage > 40.0 ? @electronics_power : 0.0
        (power + electronics) / @voltage
      end

      def relay_closed
        return @voltage > 0.6 * @mains_peak if @precharged
        @mains_on && @voltage >= PRECHARGED_SHARE * @mains_peak
      end
    end
  end
end
