# frozen_string_literal: true

module Gallop
  module Tune
    # What the loops will do in time, before they do it: the drive's own regulators, filters and ramps on the mechanism
    # as it was measured, with its friction, and with the torque that the drive has.
    #
    #   run = Rehearsal.new(gains, mechanism, stage).step(30.0, seconds: 0.2)
    #   run.figures.settling   # => 0.014 s
    class Rehearsal
      # SI, of the shaft. @!attribute demanded [Array<Float>], actual [Array<Float>]
      # rad/s, or rad @!attribute torque [Array<Float>] N·m @!attribute interval [Float] s
      # @!attribute limited [Float] share of the time in which the torque was at its limit
      # @!attribute twist [Array<Float>, nil] rad by which the motor is ahead of the load
      Run =
        Record.define(:demanded, :actual, :torque, :interval, :limited, twist: nil) do
          # A drawing of what it did, or was told. @param shaft [Shaft] @param values [Array<Float>] of the shaft, SI
          # @param kind [Symbol] of Shaft::KINDS
          def curve(name, shaft, role: :main, values: actual, kind: :fine_speed) =
            Drawn.curve(name, values, interval, shaft, kind: kind, role: role)

          def errors = demanded.zip(actual).map { |wanted, seen| wanted - seen }
          def worst_error = errors.map(&:abs).max
          def rms_error = Math.sqrt(errors.sum { |error| error * error } / errors.size)
          def wild? = actual.any? { |figure| !figure.finite? }
        end

      # @param gains [Gains] @param mechanism [Mechanism] @param stage [Stage]
      def initialize(gains, mechanism, stage)
        @gains = gains
        @mechanism = mechanism
        @stage = stage
      end

      # To a speed from rest, by the ramps of the drive. @param speed [Float] rad/s @return [Run] of speeds
      def step(speed, seconds:)
        ramp = Control::SpeedRamp.new
        dt = 4 * @stage.period
        bent = @stage.bend.filters(@stage.bend.of_speed, dt)
        before = wanted = 0.0
        run(seconds, follows: :speed) do
          before = wanted
          wanted = bent.reduce(ramp.step(speed, @stage.up, @stage.down, dt)) { |asked, filter| filter.step(asked) }
          [wanted, (wanted - before) / dt]
        end
      end

      # So far from rest, by a path. @param distance [Float] rad @param cruise [Float] rad/s @return [Run] of places
      def move(distance, cruise:, seconds:)
        path = Control::PositionProfile.new
        dt = 4 * @stage.period
        bent = @stage.bend.filters(@stage.bend.of_place, dt)
        place = pace = 0.0
        run(seconds, follows: :place) do |angle|
          due = place
          before = pace
          path.step(distance, cruise, @stage.up, @stage.down, dt)
          place = bent.reduce(path.position) { |asked, filter| filter.step(asked) }
          pace = bent.empty? ? path.speed : (place - due) / dt
          [@gains.speed_ahead * pace + @gains.position_gain * (place - angle), (pace - before) / dt, due]
        end
      end

      private

      # @yieldparam angle [Float] rad of the shaft, four times as seldom as the current loop runs
      # @yieldreturn [Array] wanted speed and its rate; the place that is wanted
      def run(seconds, follows:)
        build
        seen = Seen.new(@plant, every: follows == :speed ? 2 : 4, twists: @mechanism.two?)
        wanted = rate = place = 0.0
        limited = 0
        ticks = (seconds / @stage.period).round
        ticks.times do |tick|
          wanted, rate, place = yield @plant.angle if (tick & 3).zero?
          if tick.even?
            regulate(wanted, rate)
            limited += 1 if @regulator.limited
            if follows == :speed
              seen.look(tick, wanted, @plant.speed, @flows)
            else
              seen.look(tick, place, @plant.angle, @flows)
            end
          end
          flow
        end
        seen.run(@stage.period, limited / (0.5 * ticks))
      end

      # What is kept of a run: a path goes on from period to period of the position loop, and is compared in between no
      # more than a drive does.
      class Seen
        # @param every [Integer] periods of the current loop
        def initialize(plant, every:, twists:)
          @plant = plant
          @every = every
          @demanded = []
          @actual = []
          @torques = []
          @twists = twists ? [] : nil
        end

        def look(tick, wanted, actual, torque)
          return unless (tick % @every).zero?
          @demanded << wanted
          @actual << actual
          @torques << torque
          @twists&.push(@plant.twist)
        end

        # @param period [Float] s of the current loop @return [Run]
        def run(period, limited)
          Run.new(
            demanded: @demanded,
            actual: @actual,
            torque: @torques,
            twist: @twists,
            interval: @every * period,
            limited: limited
          )
        end
      end
      private_constant :Seen

      def build
        dt = 2 * @stage.period
        @plant = plant
        @regulator = Control::SpeedLoop.new
        @regulator.tune(gain: @gains.speed_gain, integral_time: @gains.integral_time, dt: dt, model: @gains.model)
        @notches =
          @gains.notches.map do |notch|
            Control::Notch.new(frequency: notch.frequency, width: notch.width, depth: notch.depth, dt: dt)
          end
        @smooth = @gains.low_pass.positive? ? share(@gains.low_pass) : 1.0
        @filter = share(@gains.speed_filter)
        @seen = @last_angle = 0.0
        build_winding
        hold
      end

      def share(corner) = 1 - Math.exp(-4 * Math::PI * corner * @stage.period)

      # Currents by the torque that they make.
      def build_winding
        bandwidth = 2 * Math::PI * @stage.bandwidth
        @decay = Math.exp(-@stage.resistance * @stage.period / @stage.inductance)
        @rise = (1 - @decay) / @stage.resistance
        @proportional = bandwidth * @stage.inductance
        @per_period = bandwidth * @stage.resistance * @stage.period
      end

      # It stands, and the loops hold what pulls at it.
      def hold
        @asked = @flows = @mechanism.gravity
        @integral = @next_volts = @stage.resistance * @flows
        @regulator.reset(@mechanism.gravity - @gains.gravity_ahead)
      end

      def plant
        held = {
          inertia: @mechanism.inertia,
          coulomb: @mechanism.coulomb,
          viscous: @mechanism.viscous,
          gravity: @mechanism.gravity
        }
        return Plant::OneMass.new(**held) unless @mechanism.two?
        Plant::TwoMass.new(
          **held,
          load_inertia: @mechanism.load_inertia,
          stiffness: @mechanism.stiffness,
          damping: @mechanism.damping
        )
      end

      def regulate(wanted, rate)
        angle = @plant.angle
        @seen += @filter * ((angle - @last_angle) / (2 * @stage.period) - @seen)
        @last_angle = angle
        ahead = @gains.inertia_ahead * rate + @gains.gravity_ahead
        ahead += @gains.friction_ahead * (wanted / @gains.standstill).clamp(-1.0, 1.0) if @gains.friction_ahead != 0.0
        torque = @regulator.step(wanted, @seen, ahead, @stage.torque)
        @notches.each { |notch| torque = notch.step(torque) }
        @asked += @smooth * (torque - @asked)
      end

      # A period of the current loop: what was worked out in the last one is put out.
      def flow
        error = @asked - @flows
        volts = @next_volts
        @next_volts = @proportional * error + @integral
        @integral += @per_period * error
        after = @decay * @flows + @rise * volts
        @plant.turn(0.5 * (@flows + after), @stage.period)
        @flows = after
      end
    end
  end
end
