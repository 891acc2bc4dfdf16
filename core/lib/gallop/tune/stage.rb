# frozen_string_literal: true

module Gallop
  module Tune
    # Power stage, winding and current loop, as a drive has them.
    #
    # @!attribute resistance [Float] Ω @!attribute inductance [Float] H, of a phase @!attribute bandwidth [Float] Hz
    # @!attribute torque [Float] N·m at most @!attribute speed [Float] rad/s at most @!attribute up [Float],
    # down [Float] rad/s² of the ramps @!attribute rate [Float] Hz of the speed loop; the current loop has twice as many
    # @!attribute notches [Integer] that the drive has @!attribute cruise [Float] rad/s of moves @!attribute bend [Bend]
    Stage =
      Record.define(
        :resistance,
        :inductance,
        :bandwidth,
        :torque,
        :speed,
        :up,
        :down,
        rate: 8000.0,
        notches: 0,
        cruise: 0.0,
        bend: Bend.new
      ) do
        # @param values [Hash{String => Object}] raw by key @param gait [Gait, nil] where the envelope is not as the
        # values have it
        def self.of(profile, values, gait: nil)
          reading = Gains::Reading.new(profile, values)
          share = ->(name) { gait ? gait.public_send(name) : reading.si("envelope.#{name}") }
          torque = reading.si("limits.torque") * reading.of_shaft("motor.rated_torque", :torque)
          current = [
            reading.si("limits.current") * reading.si("motor.rated_current"),
            reading.si("motor.peak_current"),
            profile.rating[:peak_current]
          ].compact.min
          new(
            resistance: reading.si("motor.phase_resistance"),
            inductance: reading.si("motor.phase_inductance"),
            bandwidth: reading.si("current_loop.bandwidth"),
            torque:
              [torque, current * reading.of_shaft("motor.torque_constant", :torque_constant)].min * share.(:torque),
            speed: reading.of_shaft("limits.motor_speed", :speed) * share.(:speed),
            up: reading.of_shaft("ramps.acceleration", :acceleration) * share.(:acceleration),
            down: reading.of_shaft("ramps.deceleration", :acceleration),
            rate: profile.rating.fetch(:speed_loop_rate),
            cruise: reading.of_shaft("ramps.profile_speed", :speed),
            bend: Bend.of(reading),
            notches: (1..Gains::NOTCHES).count { |n| profile["filters.notch_#{n}_depth"] }
          )
        end

        def period = 0.5 / rate
      end
  end
end
