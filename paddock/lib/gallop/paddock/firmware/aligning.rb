# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # A device that counts from nothing after power-up does not tell where the magnets are. When the motor is
      # enabled for the first time the field is put a quarter of an electrical turn ahead, then where it counts as
      # zero; the shaft follows, and its last place is zero. Set-points wait for it, and the envelope holds its
      # torque. A shaft that does not go the quarter is held, driven, or miswired.
      module Aligning
        COUNTING = [1, 4].freeze # of feedback.kind: incremental, sine and cosine
        FAILED = 0xFF30
        QUARTER = Math::PI / 2
        RAMP = 0.2 # of each half, in which the current builds up or the field goes over
        NEAR = 0.4 # of a quarter by which its way may differ

        private

        def alignment_state = @aligning ? 1 : (@aligned ? 2 : 0)

        def start_alignment
          @aligned = !COUNTING.include?(@effective["feedback.kind"])
          @aligning = false
          @found = nil
          @origin = @aligned ? 0 : axis.encoder.read(axis.mechanics.angle)
        end

        def begin_alignment
          @aligning = !@aligned
          return unless @aligning
          @align_time = 0.0
          @quarter_at = nil
          @align_half = setting("feedback.alignment_time") / 2000.0
          share = setting("feedback.alignment_current") / 100 * setting("motor.rated_current")
          @align_current = [share, @torque_limit * @torque_share / @torque_constant].min * SQRT2
        end

        # In place of the loops of speed and current. A stop that comes meanwhile holds the field where it is.
        def align
          @align_time += Servo::DT unless stop_kind
          second = @align_time > @align_half
          @quarter_at ||= @count if second
          share = [(second ? @align_time - @align_half : @align_time) / (RAMP * @align_half), 1.0].min
          hold_field(second ? QUARTER * (1 - share) : QUARTER, second ? @align_current : share * @align_current)
          end_alignment if @align_time > 2 * @align_half
        end

        def hold_field(angle, current)
          @axis.drive(@current.v_alpha, @current.v_beta, Servo::DT)
          sensor = @axis.sensor
          @current.step(current, 0.0, sensor.i_alpha, sensor.i_beta, angle, 0.0, voltage_limit)
        end

        def end_alignment
          @aligning = false
          way = (@count - @quarter_at) * @electrical
          return trip(FAILED, Stopping::COAST) if (way + QUARTER).abs > NEAR * QUARTER
          @aligned = true
          @offset = @found = -(@count % @counts) * @electrical
          begin_loops
        end
      end
    end
  end
end
