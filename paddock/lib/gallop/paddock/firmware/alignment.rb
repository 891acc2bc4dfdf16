# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A device that counts from nothing after power-up does not tell where the magnets are. When the motor is
      # enabled for the first time the field is put a quarter of an electrical turn ahead, then where it counts as
      # zero; the shaft follows, and its last place is zero. Set-points wait for it, and the envelope holds its
      # torque. A shaft that does not go the quarter is held, driven, or miswired.
      class Alignment < Part
        COUNTING = [1, 4].freeze # of feedback.kind: incremental, sine and cosine
        FAILED = 0xFF30
        QUARTER = Math::PI / 2
        RAMP = 0.2 # of each half, in which the current builds up or the field goes over
        NEAR = 0.4 # of a quarter by which its way may differ
        STATES = { unknown: 0, under_way: 1, known: 2 }.freeze

        def wake
          @known = !drive.commutates? || !COUNTING.include?(raw("feedback.kind"))
          @under_way = false
        end

        # rad, electrical, of the motor as it is wired: what it found; nil where the settings say it
        attr_reader :found

        def known? = @known
        def under_way? = @under_way

        # The motor is enabled.
        def begin
          @under_way = !@known
          return unless @under_way
          @time = 0.0
          @quarter_at = nil
          @half = setting("feedback.alignment_time") / 2000.0
          share = setting("feedback.alignment_current") / 100 * setting("motor.rated_current")
          @current = [share, drive.most_alignment_current].min * SQRT2
        end

        def break_off
          @under_way = false
        end

        # In place of the loops of speed and current. A stop that comes meanwhile holds the field where it is.
        # @return [Boolean] whether it has just found where the magnets are
        def step
          @time += Servo::DT unless drive.stop_kind
          second = @time > @half
          @quarter_at ||= drive.count if second
          share = [(second ? @time - @half : @time) / (RAMP * @half), 1.0].min
          drive.hold_field(second ? QUARTER * (1 - share) : QUARTER, second ? @current : share * @current)
          @time > 2 * @half && succeeds?
        end

        def figures =
          { "feedback.aligned" => -> { STATES.fetch(@under_way ? :under_way : (@known ? :known : :unknown)) } }

        private

        def succeeds?
          @under_way = false
          way = (drive.count - @quarter_at) * drive.electrical
          if (way + QUARTER).abs > NEAR * QUARTER
            drive.trip(FAILED, Stopping::COAST)
            return false
          end
          @found = drive.polarity * -(drive.count % drive.counts) * drive.electrical
          @known = true
        end
      end
    end
  end
end
