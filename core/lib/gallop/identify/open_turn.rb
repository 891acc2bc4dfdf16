# frozen_string_literal: true

module Gallop
  module Identify
    # The field is turned by a held current, there and back, and the shaft follows it: what the feedback device counts
    # meanwhile tells pole pairs, counts a turn, direction, the order of halls, and where the magnets stand.
    #
    #   found = OpenTurn.new(instrument, room: 1.2).measure
    #   found.figures[:offset]   # => 0.651 rad
    #
    # The shaft lags behind the field by friction, which has its sign from the direction, and by load, which grows less
    # with the current: offsets of both directions and of two currents leave neither.
    class OpenTurn
      include Procedure

      SHARE = 1.2 # of the rated current
      OF_MOST = 0.65 # of what the drive may give
      MOST_SALIENCE = 0.35 # κ of Balance, beyond which the field holds a shaft badly
      LEVELS = [1.0, 0.75, 0.55].freeze # of the current, for the angle
      LOADED = 0.3 # of the torque, taken by friction and load
      STRONGER = 0.87 # of the current, where less does not carry a loaded shaft with it
      CARRIED = 0.93 # of the way that the first turns went, by which a shaft has to follow
      SHORT = 3 # electrical turns, for the angle
      PACES = [1.6, 0.9, 2.7].freeze # Hz of the field, for the angle
      SWINGS = 1.8 # times the straight way, beyond which another pace is tried
      QUICK = 4.0 # Hz, for the counts
      UNHURRIED = 2.5 # Hz, for the counts of motors with many pole pairs
      MANY = 12 # pole pairs
      ROOM = 1.25 # turns of the shaft
      TWO_PULSES = 2.25 # turns in which an index comes twice
      MOST_TURNS = 13 # electrical
      PITCHES = 2.1 # of a linear motor
      SAMPLES = 900
      COUNTING = [1, 4].freeze # of feedback.kind: it counts from nothing

      Legs = Record.define(:forward, :backward, :index_seen, :index_distance)

      # @param counting [Boolean] whether the device counts from nothing, and has an index
      # @return [Float] turns of the shaft, or pole pair pitches, that are worth their time
      def self.usual_room(profile, counting:) = profile.slides? ? PITCHES : (counting ? TWO_PULSES : ROOM)

      # Electrical turns of each way. @param room [Float] turns of the shaft
      def self.turns(room, pairs) = (room * pairs).floor.clamp(1, MOST_TURNS)

      # Hz of the field
      def self.frequency(pairs) = pairs > MANY ? UNHURRIED : QUICK

      # @param instrument [Instrument] @param room [Float] turns of the shaft, or pole pair pitches, by which it may
      # move
      # @param saliency [Float, nil] H by which the inductance of the q axis is larger, where it has been measured
      def initialize(instrument, room: nil, saliency: nil)
        @instrument = instrument
        @pairs = (instrument.figure("motor.pole_pairs") || 1).round
        @counts = instrument.figure("feedback.counts_per_turn")
        @counting = COUNTING.include?(instrument.figure("feedback.kind").to_i)
        @reversed = instrument.figure("feedback.direction").to_i == 1
        @torque_constant = Permitted.torque_constant(instrument)
        @offset_set = instrument.figure("feedback.commutation_offset")
        @room = room || self.class.usual_room(instrument.profile, counting: @counting)
        @commutation = instrument.figure("current_loop.commutation")&.to_i
        @halls = instrument.profile.signal("feedback.halls") ? true : false
        @takes = []
        @saliency = saliency
      end

      # All that moves. @raise [Undecided]
      def carry_out
        refuse_narrow
        @current = [
          SHARE * Permitted.rated_current(@instrument),
          OF_MOST * Permitted.most_current(@instrument),
          MOST_SALIENCE * flux / [@saliency.to_f, 1e-9].max
        ].min
        @legs = there_and_back
        @pair = pair if paired?
      ensure
        @instrument.rest
      end

      PAIRED = 9 # of feedback.kind

      def paired? = @instrument.figure("feedback.kind").to_i == PAIRED

      def pair
        TurnFindings::Pair.new(
          index: @instrument.figure("feedback.pair_index"),
          difference: @instrument.figure("feedback.pair_difference")
        )
      end
      private :paired?, :pair

      # Asks whoever has watched, where the signals alone do not tell. @return [Result] @raise [Undecided]
      def result
        reading =
          TurnReading.new(
            @legs,
            pairs: @pairs,
            counts: @counts,
            halls: @halls,
            halls_alone: halls_alone?,
            absolute: !halls_alone? && !@counting,
            ask: -> { @instrument.ask_direction },
            salience: salience
          )
        refuse_unmeasured(reading)
        words =
          TurnFindings.new(
            reading,
            linear: @instrument.profile.slides?,
            reversed: @reversed,
            offset: @counting ? nil : @offset_set,
            alignment: alignment,
            commutation: @commutation,
            pair: @pair
          )
        Result.new(
          headline: words.headline,
          rows: words.rows,
          findings: words.findings,
          estimates: words.estimates,
          take: @takes.first,
          chart: TurnChart.new(reading, set: @counting ? nil : @offset_set).chart,
          figures: {
            offset: reading.cause.nil? ? reading.offset : nil,
            ratio: reading.ratio,
            sense: reading.sense
          }
        )
      end

      private

      def turns = self.class.turns(@room, @pairs)
      def frequency = self.class.frequency(@pairs)
      # κ of Balance
      def salience = @saliency && @saliency * @current / flux

      # By the torque constant as it is set: ψ = K_t/(m/√2 p) with m phases
      def flux = @torque_constant / ((@instrument.profile.motor_kind == :stepper ? 2 : 3) / Math.sqrt(2) * @pairs)

      # Where many steps follow one another the slow current is too slow for the dead time of the stage, which changes
      # with the angle.
      def form = @pairs > MANY ? :loop : :current

      # What happens at power-up with a device that counts from nothing.
      def alignment
        set = @counting ? @instrument.figure("feedback.alignment_current") : nil
        set && AlignmentCurrent.new(current: @current, rated: Permitted.rated_current(@instrument), set: set)
      end

      def halls_alone? = @instrument.profile.rating[:feedback] == ["halls"]

      # A salient rotor under load stands elsewhere than a round one.
      def refuse_unmeasured(reading)
        return unless @saliency.nil? && reading.cause.nil? && reading.angle? && reading.taken > LOADED
        raise Undecided,
              "Friction and load take #{Quantities.format(100 * reading.taken, "%", 0)} of the torque: then the " \
                "place of the magnets depends on both inductances. Measure the winding first."
      end

      def refuse_narrow
        return if @room * @pairs >= 1.0
        raise Undecided,
              "One electrical turn is #{Kernel.format("%.3f", 1.0 / @pairs)} turns of the shaft; there is room for " \
                "#{Kernel.format("%.3f", @room)}. Give it more room, or uncouple the load."
      end

      # First quickly and far, for the counts; then slowly, at several currents, for the angle; that once more at
      # another pace where the shaft swung.
      # @return [Array<Legs>]
      def there_and_back
        far = legs_at(@current, turns, frequency, 0.05)
        return [far] unless follows?(far)
        near = []
        PACES.each_with_index do |pace, n|
          tried = carried(far, slowly(pace, 0.3 + 0.2 * n), pace)
          near = tried if near.empty? || swing(tried) < swing(near)
          break if swing(near) < SWINGS
        end
        [far, *near]
      end

      def slowly(pace, share)
        LEVELS.each_with_index.map { |level, n| legs_at(level * @current, [turns, SHORT].min, pace, share + 0.06 * n) }
      end

      # Without those whose current was too little for the load, which a stronger one replaces.
      def carried(far, legs, pace)
        good = legs.select { |two| [two.forward, two.backward].all? { |leg| follows_like?(far.forward, leg) } }
        return legs if good.size == legs.size || good.empty?
        [*good, legs_at(STRONGER * @current, [turns, SHORT].min, pace, 0.9)]
      end

      def follows_like?(far, leg) = leg.path < SWINGS && leg.span / leg.turns.abs > CARRIED * far.span / far.turns.abs

      # How much longer the way of the shaft was than the straight one.
      def swing(legs) = legs.flat_map { |two| [two.forward.path, two.backward.path] }.max

      def follows?(legs) = [legs.forward, legs.backward].all? { |leg| leg.span > 4 }

      def legs_at(current, turns, frequency, share)
        @instrument.report(share, "The field stands")
        @instrument.inject_surely(Pattern.new(form: form, amplitude: current, rise: 0.3, brake: true))
        @instrument.pause(0.4)
        before = index
        @instrument.report(share + 0.05, "Forward")
        forward = leg(current, turns, frequency)
        between = index
        distance = @instrument.figure("feedback.index_distance")
        @instrument.report(share + 0.1, "Backward")
        backward = leg(current, turns, -frequency)
        Legs.new(
          forward: forward,
          backward: backward,
          index_seen: @counting ? [pulses(before, between), pulses(between, index)] : [],
          index_distance: distance
        )
      end

      def leg(current, turns, frequency)
        pattern =
          Pattern.new(
            form: form,
            amplitude: current,
            frequency: frequency,
            turns: turns.to_f,
            rise: 0.25,
            duration: turns / frequency.abs + 8.0,
            brake: true
          )
        seconds = pattern.lasts + 0.5
        divider = [(seconds / SAMPLES * @instrument.figure("trace.rate")).ceil, 1].max
        take =
          @instrument.record(signals, divider: divider, length: SAMPLES) do
            if @instrument.inject(pattern) == :limited
              raise Undecided, "The current went beyond what the drive may give while the field turned. Try again."
            end
          end
        @takes << take
        Leg.new(take)
      end

      def signals =
        ["injection.angle", "feedback.count", "current.alpha", "current.beta", *("feedback.halls" if @halls)]
      def index = @instrument.figure("feedback.index_count")
      def pulses(before, after) = before && after && (after - before).round & 0xFFFF
    end
  end
end
