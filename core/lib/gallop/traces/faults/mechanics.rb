# frozen_string_literal: true

module Gallop
  module Traces
    module Faults
      # The machine as the trace shows it: torque by the current, and how the shaft follows. In the form of momentum,
      #
      #   ∫(T − T₀) dt = J (ω − ω₀) + T_c ∫sgn ω dt,
      #
      # so that no noisy speed has to be differentiated. T₀ is the torque while the shaft stands; the rest comes by
      # least squares (Ljung: System Identification, 1999, ch. 7).
      class Mechanics
        STILL = 0.5 # rad/s below which a shaft counts as standing
        LEAST_STILL = 40 # samples by which the torque at rest is known
        DRAG = 0.15 # of the torque limit: friction that is not worth a word

        # @param seen [Seen] @param given [Given]
        def initialize(seen, given)
          @seen = seen
          @given = given
          @speed = seen.speed(given)
          @torque = seen.torque(given)
          @torque -= at_rest
          @impulse = Numbers.integral(@torque, seen.interval)
          @gained = @speed - @speed[0]
        end

        attr_reader :speed

        # rad/s by which the speed changes at most
        def span = @span ||= [speed.max - speed.min, STILL].max
        def moves? = span > 5 * STILL

        # kg·m² that fits best, with a friction that is nothing or little. @return [Float]
        def inertia = @inertia ||= with_little_friction.first

        # N·m that the given inertia leaves unexplained, in the direction of motion. @return [Float]
        def drag = @drag ||= Numbers.fit([way], @impulse - @gained * @given.inertia).first

        # What a replay of the speed leaves over, as a share of how far it goes: with the inertia as given and no more
        # than a little friction, or with both as they fit best.
        def left_over_as_given = replay(@given.inertia, drag.clamp(0.0, little))
        def left_over_fitted = [replay(*with_little_friction), replay(*with_given_inertia)].min

        # How many times the given inertia there is; nil where the motion does not tell.
        def times_given = inertia.positive? && moves? ? inertia / @given.inertia : nil

        private

        def little = DRAG * @given.torque_limit

        # Gravity, say. Without a rest in the trace none.
        def at_rest
          still = @speed.abs.lt(STILL)
          return 0.0 if still.count_true < LEAST_STILL
          standing = @torque[still.where][0...[still.count_true / 2, 1].max]
          held = standing.median
          held.abs < 0.8 * @given.torque_limit ? held : 0.0
        end

        # ∫ of the direction in which it turns
        def way
          @way ||=
            begin
              sign = @speed.gt(STILL).cast_to(Numo::DFloat) - @speed.lt(-STILL).cast_to(Numo::DFloat)
              Numbers.integral(sign, @seen.interval)
            end
        end

        # @return [Array(Float, Float)] kg·m², N·m
        def with_little_friction
          @with_little_friction ||=
            begin
              inertia, friction = Numbers.fit([@gained, way], @impulse)
              bounded = friction.clamp(0.0, little)
              inertia = Numbers.fit([@gained], @impulse - way * bounded).first if bounded != friction
              [inertia, bounded]
            end
        end

        def with_given_inertia = [@given.inertia, [drag, 0.0].max]

        def replay(inertia, friction)
          return 1.0 unless inertia.positive?
          Numbers.rms((@impulse - way * friction) / inertia - @gained) / span
        end
      end
    end
  end
end
