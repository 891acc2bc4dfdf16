# frozen_string_literal: true

require "numo/narray"

module Gallop
  module Identify
    # One recording of Spin: up to a speed, through zero to the same speed backward, and to rest.
    class Cycle
      SETTLES = 0.35 # s of a steady stretch that are left out
      FEWEST = 40 # samples of a steady stretch
      FEWEST_OF_RAMP = 4
      OFF = 0.1 # of the speed that was asked for, by which it may be missed
      SWINGS = 0.25 # of the speed, rms
      MOVING = 0.15 # of the speed, from which on the shaft counts as turning
      NEARLY = 0.9 # of the speed, at which a ramp ends
      COUNTS = 12 # over which a speed is taken: two electrical turns of halls
      PIECE = 0.06 # s
      WINDOW = 0.008 # s at least

      # A stretch at a steady speed. @!attribute speed [Float] rad/s @!attribute acceleration [Float] rad/s² that are
      # left of the way there @!attribute voltage [Complex] V peak, in the frame of the count @!attribute current
      # [Complex] A peak @!attribute angle [Float, nil] electrical rad from the count to the field of the drive
      # @!attribute speed_ripple [Float] rad/s rms @!attribute current_ripple [Float] A peak, rms
      Hold = Record.define(:speed, :acceleration, :voltage, :current, :angle, :speed_ripple, :current_ripple)

      attr_reader :take, :asked

      # @param take [Instrument::Take] @param asked [Float] rad/s @param machine [SpinMachine]
      def initialize(take, asked, machine)
        @take = take
        @asked = asked
        @machine = machine
        @counts = take["feedback.count"]
        @demand = take["speed.demand"] / machine.shaft.radius
      end

      # A short piece, with ramps too. Like a Hold, of which only the means are worth something.
      Piece = Record.define(:speed, :voltage, :current)

      # @return [Array<Hold>] forward, backward @raise [Undecided]
      def holds = @holds ||= [1, -1].map { |sign| hold(steady(sign)) }

      # @raise [Undecided] where it did not turn as it was told
      def refuse_unsteady
        holds
          .zip([1, -1])
          .each do |hold, sign|
            refuse_slow(hold, sign) if (hold.speed - sign * @asked).abs > OFF * @asked
            next if hold.speed_ripple < SWINGS * @asked
            raise Undecided,
                  "At #{text(sign * @asked)} the speed swings by #{text(hold.speed_ripple)} rms. Lower the gain of " \
                    "the speed loop, or turn faster."
          end
      end

      # A part in which the speed grows or falls. @!attribute speed [Numo::DFloat] rad/s @!attribute torque_current
      # [Numo::DFloat] A peak
      Ramp = Record.define(:speed, :torque_current, :interval)

      # Up and down, in both directions, as far as they last for more than a few samples.
      # @param phase [Float] electrical rad from count to magnets @return [Array<Array<Ramp>>]
      def ramps(phase)
        [1, -1].map { |sign| ramp_ranges(sign) }
          .reject { |both| both.empty? || both.map(&:size).min < FEWEST_OF_RAMP }
          .map { |both| both.map { |range| ramp(range, phase) } }
      end

      # All in which it turns, forward and backward, in short pieces. @return [Array<Array<Piece>>]
      def pieces
        @pieces ||=
          [1, -1].map do |sign|
            range = turning(sign)
            length = [PIECE / interval, 2 * reach].max.ceil
            range
              .step(length)
              .filter_map do |from|
                to = from + length - 1
                next if to > range.end
                hold_of(from..to).then { |place| Piece.new(speed: place[0], voltage: place[1], current: place[2]) }
              end
          end
      end

      private

      def interval = take.interval
      def text(speed) = @machine.shaft.text(:fine_speed, speed)

      def refuse_slow(hold, sign)
        raise Undecided,
              "#{text(sign * @asked)} were asked for, and #{text(hold.speed)} reached. Something holds the shaft, or " \
                "the torque limit and the envelope leave too little: look at brake, machine and limits."
      end

      # Where the demand stands at the speed, and the shaft has had time to follow.
      def steady(sign)
        there = ((@demand - sign * @asked).abs.lt(0.02 * @asked)).where
        first = there.size.zero? ? 0 : there[0] + (SETTLES / interval).ceil
        if there.size.zero? || there[-1] - first < FEWEST
          raise Undecided, "#{text(sign * @asked)} were not held for long enough. Begin again, with more room."
        end
        first..there[-1]
      end

      def hold(range)
        speed, voltage, current, swing = hold_of(range)
        Hold.new(
          speed: speed,
          acceleration: acceleration(range),
          voltage: voltage,
          current: current,
          angle: @machine.brushed? ? nil : field(range),
          speed_ripple: speed_ripple(range),
          current_ripple: swing
        )
      end

      # By a line through the speeds
      def acceleration(range)
        time = Numo::DFloat.new(range.size).seq * interval
        time -= time.mean
        (time * speed[range]).sum / (time * time).sum
      end

      # @return [Array(Float, Complex, Complex, Float)] speed, means of voltage and current, rms of what the current
      # swings by
      def hold_of(range)
        return armature(range) if @machine.brushed?
        time, way = fitted(range)
        angle = way * @machine.pairs
        current = frame("current", range, angle)
        square = current[0]**2 + current[1]**2
        swing = Numbers.rms(Numo::NMath.sqrt(square) - Math.sqrt(square.mean))
        [slope(time, way), mean(frame("voltage", range, angle)), mean(current), swing]
      end

      def armature(range)
        current = take["current.q"][range]
        voltage = Math.sqrt(3) * take["voltage.beta"][range].mean
        [slope(*fitted(range)), Complex(0, voltage), Complex(0, current.mean), Numbers.rms(current - current.mean)]
      end

      # The way of the shaft without its steps: a parabola through the counts.
      # @return [Array(Numo::DFloat, Numo::DFloat)] s around the middle, rad
      def fitted(range)
        time = Numo::DFloat.new(range.size).seq * interval
        time -= time.mean
        columns = [Numo::DFloat.ones(range.size), time, time**2]
        coefficients = Numbers.fit(columns, place[range])
        [time, columns.zip(coefficients).map { |column, one| column * one }.reduce(:+)]
      end

      def slope(time, place) = (place[-1] - place[0]) / (time[-1] - time[0])

      # @return [Array(Numo::DFloat, Numo::DFloat)] real and imaginary part of α + jβ, turned back by the angle
      def frame(what, range, angle)
        alpha = take["#{what}.alpha"][range]
        beta = take["#{what}.beta"][range]
        cos = Numo::NMath.cos(angle)
        sin = Numo::NMath.sin(angle)
        [alpha * cos + beta * sin, beta * cos - alpha * sin]
      end

      def mean(parts) = Complex(*parts.map(&:mean))

      # From the count to the field of the drive, as a mean of angles.
      def field(range)
        off = take["field.angle"][range] - @counts[range] * @machine.electrical
        Math.atan2(Numo::NMath.sin(off).mean, Numo::NMath.cos(off).mean)
      end

      # Of the speed over a few ms, without what a coarse count makes of it.
      def speed_ripple(range)
        inside = speed[range]
        Numbers.rms(inside - inside.mean)
      end

      # Samples to each side over which a speed is taken
      def reach
        @reach ||= [0.5 * [WINDOW, COUNTS * @machine.radians / @asked].max / interval, 1].max.ceil
      end

      # rad/s, by the way around each moment
      def speed
        @speed ||=
          begin
            inner = (place[(2 * reach)..] - place[0...-(2 * reach)]) / (2 * reach * interval)
            Numo::DFloat.zeros(place.size).tap { |all| all[reach...(reach + inner.size)] = inner }
          end
      end

      # rad of the shaft. From edge to edge a line, so that a coarse device has no steps.
      def place = @place ||= Edges.between(@counts) * @machine.radians

      # Where the shaft turns in one direction: the stretch about the speed that was asked for. A coarse device that
      # trembles between two counts looks as quick for a moment.
      def turning(sign)
        along = speed * sign
        quick = along.gt(NEARLY * @asked).where
        moving = along.gt(MOVING * @asked).where
        return (moving[0] + reach)..(moving[-1] - reach) if quick.size.zero?
        slow = along.le(MOVING * @asked).where.to_a
        after = slow.bsearch_index { |place| place > quick[0] } || slow.size
        from = after.zero? ? 0 : slow[after - 1] + 1
        to = (slow.bsearch { |place| place > quick[-1] } || along.size) - 1
        (from + reach)..(to - reach)
      end

      def ramp_ranges(sign)
        range = turning(sign)
        quick = (speed[range] * sign).gt(NEARLY * @asked).where
        return [] if quick.size.zero?
        [range.begin..(range.begin + quick[0]), (range.begin + quick[-1])..range.end]
      end

      def ramp(range, phase)
        Ramp.new(speed: speed[range], torque_current: torque_current(range, phase), interval: interval)
      end

      def torque_current(range, phase)
        return take["current.q"][range] if @machine.brushed?
        frame("current", range, place[range] * @machine.pairs + phase)[1]
      end
    end
  end
end
