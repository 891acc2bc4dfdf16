# frozen_string_literal: true

module Gallop
  module Identify
    # The motor turns by its own loops, forward and backward at several speeds: what its windings need in volts tells
    # the magnets, what its current has to do against the shaft tells friction, load and inertia.
    #
    #   found = Spin.new(instrument, room: 20.0).measure
    #   found.figures[:torque_constant]   # => 0.491 N·m/A rms of the shaft
    #
    # Each speed is one recording: up, steady, through zero to the other direction, steady, and to rest where it began.
    class Spin
      include Procedure

      LEVELS = [0.4, 0.7, 1.0].freeze # of the highest speed
      HIGHEST = 0.9 # of what gait and speed limit allow
      OF_VOLTAGE = 0.6 # of what the drive has, that the magnets may take
      HOLD = 0.9 # s at each speed
      WHOLE = 2.2 # turns that a steady stretch has, where there is room
      LONGEST_HOLD = 3.0 # s
      OF_ROOM = 0.9 # that a course makes use of: words take time on their way
      ROOM = 60.0 # turns of the shaft
      ROOM_OF_SLIDE = 10.0 # pole pair pitches
      SAMPLES = 2000
      SAMPLES_OF_HALLS = 8000
      LATE = 1.15 # times the reckoned time: words take time on their way
      MARGIN = 0.25 # s before and after
      LOOK = 0.05 # s
      SHAKES = 1.6 # s of a pass in which it is shaken
      SHAKEN = %w[feedback.count current.alpha current.beta voltage.alpha voltage.beta].freeze
      SHAKEN_SAMPLES = 8192
      SHAKEN_BY = 0.9 # of the rated torque, as a peak
      SHAKEN_BAND = [40.0, 320.0].freeze # Hz
      SHAKEN_SPEED = 0.6 # of the highest
      SHAKEN_SWING = 0.35 # of the highest speed, by which it goes up and down
      SHAKEN_PEAK = 0.55 # rad/s for an amplitude of 1 N·m, 1 kg·m², and a lowest tone of 1 rad/s
      COMMON = %w[speed.demand feedback.count].freeze
      FIELD = %w[field.angle current.alpha current.beta voltage.alpha voltage.beta].freeze
      ARMATURE = %w[current.q voltage.beta].freeze

      # What it is going to do. @!attribute speeds [Array<Float>] rad/s of the shaft @!attribute hold [Float] s
      # @!attribute up [Float] rad/s² @!attribute down [Float] rad/s²
      Course =
        Record.define(:speeds, :hold, :up, :down) do
          # @param room [Float] rad of the shaft
          def self.within(room, speed:, up:, down:)
            hold = [HOLD, [WHOLE * 2 * Math::PI / (LEVELS.first * speed), LONGEST_HOLD].min].max
            speed = [speed, fastest(OF_ROOM * room, hold, up, down)].min
            new(speeds: LEVELS.map { |level| level * speed }, hold: hold, up: up, down: down)
          end

          # That gets to a speed, holds it, and comes to rest: v²/2a + v t + v²/2d = room.
          def self.fastest(room, hold, up, down)
            square = 0.5 / up + 0.5 / down
            (Math.sqrt(hold * hold + 4 * square * room) - hold) / (2 * square)
          end

          def way(speed = speeds.last) = speed * speed * (0.5 / up + 0.5 / down) + speed * hold
          def lasts(speed) = 2 * (hold + speed / up + speed / down)
          def seconds = speeds.sum { |speed| LATE * lasts(speed) + 2 * MARGIN }
        end

      # @param instrument [Instrument] @return [Course] at the gait of now
      # @param room [Float] turns of the shaft, or pole pair pitches
      def self.course(instrument, room)
        shaft = Permitted.shaft(instrument)
        Course.within(
          room * 2 * Math::PI,
          speed: [HIGHEST * Permitted.most_speed(instrument), SpinMachine.of(instrument).speed_at(OF_VOLTAGE)].min,
          up:
            shaft.reckoned(:acceleration, instrument.figure("ramps.acceleration")) *
              instrument.figure("envelope.acceleration"),
          down: shaft.reckoned(:acceleration, instrument.figure("ramps.deceleration"))
        )
      end

      def self.usual_room(profile) = profile.slides? ? ROOM_OF_SLIDE : ROOM

      # @param room [Float] turns of the shaft, or pole pair pitches, that are free in front of it
      # @param alone [Boolean] whether nothing but the motor turns
      # @param stage [Float, nil] V that the stage takes of a phase, as Winding found it
      def initialize(instrument, room: nil, alone: false, stage: nil)
        @instrument = instrument
        @room = room || self.class.usual_room(instrument.profile)
        @machine = SpinMachine.of(instrument, stage: stage)
        @alone = alone
      end

      # All that moves. @raise [Undecided]
      def carry_out
        refuse_one_way
        @course = self.class.course(@instrument, @room)
        Ready.new(@instrument).await
        done = 0.0
        @cycles =
          @course.speeds.map do |speed|
            @instrument.report(done / @course.seconds, "Forward and backward at #{@machine.shaft.text(:speed, speed)}")
            done += LATE * @course.lasts(speed)
            Cycle.new(record(speed), speed, @machine)
          end
        @shaken = shakes? ? [1, -1].map { |sign| shake(sign) } : []
      ensure
        @instrument.turn(0.0) if @course
      end

      # @return [Result] @raise [Undecided]
      def result
        @cycles.each(&:refuse_unsteady)
        emf = @shaken.any? ? Magnets.new(@shaken, @machine, self.emf) : self.emf
        momentum = Momentum.new(@cycles, emf, @machine)
        words = SpinFindings.new(@machine, @cycles, emf, momentum, alone: @alone)
        Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: words.estimates,
          take: @cycles.last.take,
          chart: SpinChart.new(@machine, emf, momentum).chart,
          figures: {
            torque_constant: emf.sure? ? emf.torque_constant : nil,
            inertia: momentum.inertia,
            coulomb: momentum.coulomb,
            viscous: momentum.viscous,
            load: momentum.load
          }
        )
      end

      private

      # Where it is known what the stage takes.
      def shakes? = !@machine.brushed? && !@machine.stage.nil?

      # Turning slowly enough for the room, with much current to and fro. @return [Instrument::Take]
      def shake(sign)
        @instrument.report(
          1.0 - SHAKES / (@course.seconds + 2 * SHAKES),
          "Shaken, #{sign.positive? ? "forward" : "backward"}"
        )
        speed = shaken_speed
        excitation = shaking # reckoned before anything turns
        @instrument.turn(sign * speed)
        @instrument.pause(speed / @course.up + MARGIN)
        @instrument.excite(excitation)
        @instrument.pause(LOOK)
        take = @instrument.record(SHAKEN, divider: 1, length: SHAKEN_SAMPLES) { come_to_rest(speed) }
        @instrument.refuse_fault
        take
      end

      def come_to_rest(speed)
        @instrument.pause(SHAKEN_SAMPLES * @machine.period + LOOK)
        @instrument.excite(nil)
        @instrument.turn(0.0)
        @instrument.pause(speed / @course.down + MARGIN)
      end

      def emf = @emf ||= BackEmf.new(@cycles, @machine)

      # Slow enough for the room, and with room above it for what the speed swings by.
      def shaken_speed
        [
          SHAKEN_SPEED * Permitted.most_speed(@instrument),
          @machine.speed_at(OF_VOLTAGE),
          @room * 2 * Math::PI / SHAKES
        ].min
      end

      # As much as the gait permits, and keeps the speed below what it permits: the turns before tell the inertia.
      def shaking
        inertia = Momentum.new(@cycles, emf, @machine).inertia
        swing = SHAKEN_SWING * Permitted.most_speed(@instrument)
        free = swing * inertia * 2 * Math::PI * SHAKEN_BAND.first / SHAKEN_PEAK
        torque = [SHAKEN_BY * @instrument.figure("envelope.torque") * @machine.rated_torque, free].min
        Excitation.new(
          amplitude: @machine.shaft.real(:torque, torque),
          lowest: SHAKEN_BAND.first,
          highest: SHAKEN_BAND.last,
          period: 0.5,
          duration: SHAKES,
          way: @machine.shaft.real(:angle, @room * 2 * Math::PI)
        )
      end

      def signals = COMMON + (@machine.brushed? ? ARMATURE : FIELD)

      def refuse_one_way
        return if @instrument.figure("limits.direction").to_i.zero?
        raise Undecided,
              "Only one direction is permitted (#{@instrument.profile.fetch("limits.direction").name}); friction " \
                "and load are told apart by turning both ways. Permit both for the test."
      end

      def record(speed)
        seconds = LATE * @course.lasts(speed) + 2 * MARGIN
        samples = @machine.coarse? ? SAMPLES_OF_HALLS : SAMPLES
        divider = [(seconds / samples * @instrument.figure("trace.rate")).ceil, 1].max
        @instrument.record(signals, divider: divider, length: samples) do
          @instrument.pause(MARGIN)
          go(speed, speed / @course.up + @course.hold)
          go(-speed, speed / @course.down + speed / @course.up + @course.hold)
          @instrument.turn(0.0)
          @instrument.pause(speed / @course.down + MARGIN)
        end
      end

      # For a while, or until no more way is left than it takes to come to rest.
      def go(speed, seconds)
        @instrument.turn(speed)
        from = last = @instrument.count
        waited = 0.0
        still = 0
        while waited < seconds && way(from, last) < turning_point(speed)
          @instrument.pause([LOOK, seconds - waited].min)
          waited += LOOK
          now = @instrument.count
          slow = waited > seconds - @course.hold + UNHURRIED && way(last, now) < STUCK * speed.abs * LOOK
          still = slow ? still + 1 : 0
          refuse_blocked(way(from, now), speed) if still >= LOOKS
          last = now
        end
      end

      UNHURRIED = 0.2 # s after the ramp in which a shaft may lag
      STUCK = 0.1 # of the speed, below which it does not turn
      LOOKS = 3
      private_constant :UNHURRIED, :STUCK, :LOOKS

      # rad between two counts, which go round
      def way(from, to) = (((to - from + WRAP / 2) % WRAP) - WRAP / 2).abs * @machine.radians

      WRAP = 2**32
      private_constant :WRAP

      def refuse_blocked(way, speed)
        @instrument.turn(0.0)
        @instrument.refuse_fault
        raise Undecided,
              "The #{@machine.shaft.word(:thing)} went #{@machine.shaft.text(:angle, way)} " \
                "#{speed.positive? ? "forward" : "backward"}, and no further: an end stop, or a closed brake. " \
                "Bring it to the middle of its travel, and enter less room."
      end

      # Backward it begins where it turns round.
      def turning_point(speed)
        braking = speed * speed / 2 / @course.down
        free = @room * 2 * Math::PI - braking - speed.abs * 2 * LOOK
        [free, @course.way(speed.abs) - braking + speed.abs * LOOK].min + (speed.negative? ? braking : 0.0)
      end
    end
  end
end
