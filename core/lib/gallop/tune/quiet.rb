# frozen_string_literal: true

module Gallop
  module Tune
    # How a load swings once a move has ended, with the loops as they are, and what takes that out of the move: no gain
    # is touched.
    #
    #   quiet = Quiet.new(gains, mechanism, stage)
    #   quiet.swing.frequency   # => 23.4 Hz
    #   quiet.stage             # as the stage, with that frequency taken out of its moves
    class Quiet
      JOLT = 0.5 # of a swing, that the move by which it is looked for lasts
      FIRST = 1.5 # swings until the push is over, and what the loops add to it
      SWINGS = 12 # that are looked at then
      LONGEST = 3.0 # s
      HIGHEST = 200.0 # Hz that a drive takes out
      AROUND = (0.6..1.4) # of the antiresonance, where it is looked for: there the load swings most
      OFF = 0.1 # of the frequency, by which it may be off
      STEPS_A_SWING = 40
      LEAVES = [0.1, 0.14, 0.19].freeze # of a swing: what is wanted, and what will do
      ROLLS = 2.0 # swings between the ramps of a move
      SLOWEST = 0.3 # of the antiresonance
      FREQUENCIES = Array.new(33) { |n| SLOWEST * 5**(n / 32.0) } # of the antiresonance
      DAMPINGS = [0.0, 0.02, 0.05, 0.1, 0.2, 0.3].freeze # of the critical

      # @!attribute frequency [Float] Hz @!attribute damping [Float] share of the critical
      # @!attribute left [Float] share of the swing
      Shape = Record.define(:frequency, :damping, :left)

      # @param gains [Gains] @param mechanism [Mechanism] of two masses @param stage [Stage]
      def initialize(gains, mechanism, stage)
        @gains = gains
        @mechanism = mechanism
        @stage_of_before = stage
      end

      # Of the twist between motor and load, after a push. @return [Swing]
      def swing
        @swing ||=
          begin
            run = jolted
            near = @mechanism.antiresonance
            stride = [(1 / (run.interval * STEPS_A_SWING * near)).floor, 1].max
            twist = run.twist.drop((FIRST / near / run.interval).round).each_slice(stride).map(&:first)
            Swing.within(twist, run.interval * stride, from: AROUND.min * near, to: AROUND.max * near)
          end
      end

      # Whether a drive can take it out.
      def possible? = swing.frequency <= HIGHEST

      # As before, with what swings taken out.
      def stage = @stage ||= bare.with(bend: bare.bend.with(swing: taken_out.frequency, damping: taken_out.damping))

      # What a shaper is set to: the quickest that leaves a tenth of the swing, also where the mechanism is 10 % off, or
      # little more; where there is none, that which leaves least. @return [Shape]
      def taken_out
        @taken_out ||=
          begin
            shapes = candidates
            enough = LEAVES.map { |most| shapes.select { |one| one.left < most } }.find(&:any?)
            enough ? enough.max_by(&:frequency) : shapes.min_by(&:left)
          end
      end

      # As before, without anything taken out.
      def bare = @bare ||= @stage_of_before.with(bend: @stage_of_before.bend.with(swing: 0.0, damping: 0.0))

      # N·m of the spring, of the twist. @param twist [Swing] @return [Float] rad by which the load swings to each side
      def self.of_load(twist, mechanism)
        spring = twist.vector * (mechanism.stiffness + mechanism.damping * twist.rate)
        of_spring(spring, twist, mechanism)
      end

      # @param spring [Complex] N·m on the load
      def self.of_spring(spring, swing, mechanism) = (spring / mechanism.load_inertia / (swing.rate**2)).abs

      private

      # @return [Array<Shape>]
      def candidates
        FREQUENCIES.flat_map do |share|
          frequency = [(share * @mechanism.antiresonance).round(1), HIGHEST].min
          DAMPINGS.map do |damping|
            left = tails.map { |tail| tail.left(frequency, damping) }.max
            Shape.new(frequency: frequency, damping: damping, left: left)
          end
        end
      end

      # What the load does after a move, with the mechanism as it is and 10 % to each side of it.
      def tails
        @tails ||=
          [1 - OFF, 1.0, 1 + OFF].map do |off|
            mechanism = @mechanism.varied(stiffer: off**2).with(coulomb: 0.0)
            Tail.new(moved(mechanism), @mechanism.antiresonance)
          end
      end

      # From the end of its path on. @return [Array<Float>] rad by which the load is away from its goal
      def moved(mechanism)
        stage = bare.with(bend: Bend.new)
        cruise = [stage.cruise, stage.speed].min
        far = cruise * cruise * (0.5 / stage.up + 0.5 / stage.down) + cruise * ROLLS / @mechanism.antiresonance
        way = Way.new(distance: far, cruise: cruise, stage: stage)
        seconds = way.lasts + Tail.length(@mechanism.antiresonance)
        run = Rehearsal.new(@gains, mechanism, stage).move(far, cruise: cruise, seconds: seconds)
        from = (way.lasts / run.interval).ceil
        run.actual[from..].zip(run.twist[from..]).map { |angle, twist| angle - twist - far }
      end

      # A push that excites it, and what comes after; dry friction would hold the motor sooner or later.
      def jolted
        seconds = [(FIRST + SWINGS) / @mechanism.antiresonance, LONGEST].min
        quick = bare.with(bend: Bend.new)
        lasts = JOLT / @mechanism.antiresonance
        cruise = 0.25 * quick.up * lasts
        smooth = @mechanism.with(coulomb: 0.0)
        Rehearsal.new(@gains, smooth, quick).move(0.5 * cruise * lasts, cruise: cruise, seconds: seconds)
      end
    end
  end
end
