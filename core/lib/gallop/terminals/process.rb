# frozen_string_literal: true

module Gallop
  module Terminals
    # The process controller of a frequency drive: the speed that keeps what an analog input measures at its reference.
    # In percent of the span of the measurement and of the full speed,
    #
    #   u = K (e + 1/T_i ∫ e dt − T_d dy/dt),  e = r − y  (turned round where more speed lowers the value)
    #
    # (ISA form, e.g. Åström, Hägglund: Advanced PID Control, ch. 3). The derivative looks at the measurement alone,
    # through a filter of T_d/8; the integral gathers nothing that the bounds of 0 and 100 % would throw away. Below
    # the sleep speed for the sleep time it asks for rest, until the measurement is too far off.
    class Process
      # Figures in %, s and the drive's unit of speed. @!attribute way [Float] −1 where more speed lowers the value
      # @!attribute wakes_at [Float] deviation
      Setting =
        Record.define(
          :reference,
          :gain,
          :integral_time,
          :derivative_time,
          :way,
          :sleep_speed,
          :sleep_time,
          :wakes_at,
          :full_speed
        )

      FILTERED = 8.0
      FULL = 100.0

      # @param setup [Setup] @return [Setting]
      def self.setting(setup)
        figures =
          %w[reference gain integral_time derivative_time sleep_speed sleep_time wakes_at].to_h do |name|
            [name.to_sym, setup.figure("process.#{name}")]
          end
        way = setup.raw("process.direction") == 1 ? -1.0 : 1.0
        Setting.new(**figures, way: way, full_speed: setup.full_speed)
      end

      # @param setting [Setting]
      def initialize(setting)
        @setting = setting
        rest
      end

      # In the drive's unit of speed, never negative.
      attr_reader :speed

      # Whether the process needs no motor just now.
      def asleep? = @asleep

      # %, of the full speed @return [Float] the part that the integral has
      attr_reader :integral

      # What was gathered goes on under new settings. @param before [Process]
      def carry_on(before)
        @integral = before.integral
        @speed = before.speed
        @asleep = before.asleep?
      end

      # @param actual [Float] % that is measured @param running [Boolean] whether a start is given
      # @return [Float] the speed
      def step(actual, running, dt)
        return rest unless running
        error = @setting.way * (@setting.reference - actual)
        return @speed = 0.0 if @asleep && !wakes?(error)
        share = regulate(error, actual, dt)
        @speed = share / FULL * @setting.full_speed
        doze(dt)
        @speed
      end

      private

      def rest
        @asleep = false
        @integral = @low_for = 0.0
        @filtered = nil
        @speed = 0.0
      end

      def regulate(error, actual, dt)
        gain = @setting.gain
        straight = gain * error - gain * @setting.way * @setting.derivative_time * rate(actual, dt)
        gathered = @setting.integral_time.positive? ? @integral + gain * error * dt / @setting.integral_time : 0.0
        @integral = gathered if (straight + gathered).between?(0.0, FULL) || (gathered - @integral) * gathered < 0
        (straight + @integral).clamp(0.0, FULL)
      end

      # %/s, of the measurement behind a filter
      def rate(actual, dt)
        return 0.0 if @setting.derivative_time.zero?
        before = @filtered || actual
        share = 1 - Math.exp(-dt * FILTERED / @setting.derivative_time)
        @filtered = before + share * (actual - before)
        (@filtered - before) / dt
      end

      def wakes?(error)
        return false if error < @setting.wakes_at
        @asleep = false
        @low_for = 0.0
        @filtered = nil
        true
      end

      def doze(dt)
        return if @setting.sleep_speed.zero?
        @low_for = @speed < @setting.sleep_speed ? @low_for + dt : 0.0
        return if @low_for < @setting.sleep_time
        rest
        @asleep = true
      end
    end
  end
end
