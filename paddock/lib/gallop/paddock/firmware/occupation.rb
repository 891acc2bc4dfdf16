# frozen_string_literal: true

module Gallop
  module Paddock
    class Firmware
      # What has the loops of a servo: 4000 times a second it says what speed is wanted, how fast that changes, and with
      # how much torque at most. One at a time; the next takes over at the speed that the last leaves.
      class Occupation < Part
        STEADY = 1e-9

        attr_reader :speed, :rate

        # N·m that it asks for at most
        def bound = Float::INFINITY

        # @param speed [Float] rad/s at which it takes over
        def begin(speed)
          @speed = speed
          @rate = 0.0
        end

        # Every period of the position loop.
        def demand = raise(NotImplementedError)

        # @param loop [Control::SpeedLoop] @param speed [Float] rad/s as measured @param ahead [Float] N·m
        # @return [Float] N·m
        def torque(loop, speed, ahead, most) = loop.step(@speed, speed, ahead, bound < most ? bound : most)

        # Another takes over, or nobody.
        def leave
        end

        # rad/s at which another takes over
        def leaves_at = drive.speed

        private

        def dt = Servo::POSITION_DT
        def bounds = drive.bounds

        # What bends a profile before it is followed: the jerk, and what keeps a load from swinging. A profile that is
        # under way ends as it began; another bend comes in once it is steady.
        # @param step [Numeric] of acceleration that it may take at once, in the unit of the jerk times seconds
        # @param begins_at [Float] where it stands
        def soften(step, begins_at)
          @next_bend = [rounding(step, begins_at), shaping(begins_at)].compact
          @bend = @next_bend if @bend.nil? || @bend == @next_bend
        end

        def straight? = @bend.empty? && @next_bend.empty?

        def begin_softly(figure)
          @bend = @next_bend or return
          @bend.each { |filter| filter.reset(figure) }
          @last_asked = @last_given = figure
        end

        def softly(figure)
          begin_softly(figure) if !@bend.equal?(@next_bend) && steady?(figure)
          @last_asked = figure
          @last_given = @bend.reduce(figure) { |asked, filter| filter.step(asked) }
        end

        def steady?(figure) = figure == @last_asked && (figure - @last_given).abs <= STEADY * figure.abs

        # @return [Control::Smoothing, nil] the window in which the acceleration may change by that step
        def rounding(step, begins_at)
          return unless raw("ramps.shape") == Control::Smoothing::JERK_LIMITED
          window = [step.to_f / raw("ramps.jerk"), Control::Smoothing::LONGEST].min
          present = @next_bend&.grep(Control::Smoothing)&.first
          Control::Smoothing.of(present, window: window, dt: dt, begins_at: begins_at)
        end

        # @return [Control::Shaper, nil]
        def shaping(begins_at)
          return unless raw("ramps.swing_frequency")&.positive?
          frequency = setting("ramps.swing_frequency").to_f
          damping = setting("ramps.swing_damping") / 100.0
          present = @next_bend&.grep(Control::Shaper)&.first
          Control::Shaper.of(present, frequency: frequency, damping: damping, dt: dt, begins_at: begins_at)
        end
      end
    end
  end
end
