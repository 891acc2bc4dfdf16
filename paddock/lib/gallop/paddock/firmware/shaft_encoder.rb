# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # An incremental encoder on the shaft of an induction motor. It counts from power-up on; where the field goes by
      # it, it tells the rotor's speed.
      class ShaftEncoder < Part
        LOST = ServoMonitors::FEEDBACK_LOST
        FITTED = 1 # of feedback.kind

        # rad/s, of the shaft
        attr_reader :speed

        def wake
          @device = axis.encoder
          @origin = @device ? seen : 0
          @speed = 0.0
          @leads = @watched = false
          @sense = 1
        end

        def settings_changed
          @sense = drive.polarity * (raw("feedback.direction") == 1 ? -1 : 1)
          @step = Plant::TWO_PI / raw("feedback.counts_per_turn") * drive.rate
          @filter = 1 - Math.exp(-Plant::TWO_PI * setting("feedback.speed_filter") / drive.rate)
          @leads = raw(ControlMethod::KEY) == ControlMethod::BY_ENCODER
          @watched = raw("monitors.feedback") == 1 && (@leads || raw("feedback.kind") == FITTED)
          @last = count
        end

        # Whether the field goes by it.
        def leads? = @leads

        # Each period of the loops.
        def step
          now = count
          @speed += @filter * ((now - @last) * @step - @speed)
          @last = now
        end

        def each_millisecond(_dt)
          @speed = 0.0 if drive.idle?
          drive.trip(LOST, Stopping::COAST) if @watched && lost? && (@leads || drive.stage_on?)
        end

        # It has no supply, is not there, or is not said to be.
        def lost? = @device.nil? || !@device.powered || raw("feedback.kind") != FITTED

        def count = @device ? @sense * (seen - @origin) : 0

        def signals = { "feedback.count" => -> { count } }

        private

        def seen = @device.read(axis.mechanics.angle)
      end
    end
  end
end
