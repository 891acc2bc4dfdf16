# frozen_string_literal: true

module Gallop
  module Paddock
    # What hangs on the terminals of a drive: contacts that hands and the machine operate, sources of voltages, lamps
    # and a meter, and the wires between, with the mistakes that are made in laying them.
    #
    #   box.contacts[2].lands_on = 4      # the third wire is on terminal 4
    #   box.step(0.001, angle)
    #   box.closed[3]                     # what the drive sees there
    class OperatorsBox
      INPUTS = 6
      ANALOGS = 2
      OFF = 0 # of a wire that is on no terminal
      LONGEST_CHATTER = 0.012 # s that a bouncing contact stays as it is
      HIGHEST = 10.0 # V, of what the drive's converter can tell

      # A contact with its wire. @!attribute operated [Boolean] pushed, or thrown @!attribute opening [Boolean] closed
      # as long as it is not operated @!attribute bounce [Float] s that it chatters for at each change @!attribute
      # lands_on [Integer] terminal; none is OFF @!attribute shorted [Boolean] the wire has 24 V whatever the contact
      # does
      Contact = Struct.new(:operated, :opening, :bounce, :lands_on, :shorted)

      # @!attribute volts [Float] that it gives @!attribute connected [Boolean] @!attribute reversed [Boolean] its two
      # wires exchanged @!attribute noise [Float] V, the largest @!attribute pumped [Boolean] it tells the pressure
      # behind a pump on the shaft, and volts is what consumers take of it
      Source = Struct.new(:volts, :connected, :reversed, :noise, :pumped)

      PUMP_SPEED = 50 * Math::PI # rad/s, 1500 rpm, that make HIGHEST of a pump from which nothing is taken
      PUMP_TIME = 1.5 # s

      # The drive's own keys, each down for a moment once it is pushed.
      class Keypad
        MOMENT = 0.12 # s

        def initialize
          @left = {}
          @pressed = 0
        end

        # Bits of those that are down. @return [Integer]
        attr_reader :pressed

        Gallop::Terminals::Keypad::BITS.each do |key, bit|
          define_method(key) { @pressed & bit != 0 }
          define_method(:"#{key}=") { |down| @left[key] = down ? MOMENT : 0.0 }
        end

        def step(dt)
          return if @left.empty?
          @left.transform_values! { |time| time - dt }
          @left.reject! { |_, time| time <= 0 }
          @pressed = @left.keys.sum { |key| Gallop::Terminals::Keypad::BITS[key] }
        end
      end

      # A switch that the machine operates. @!attribute contact [Integer] from 1 on @!attribute from [Float, nil],
      # to [Float, nil] rad between which it is operated; nil has no end
      Cam = Record.define(:contact, :from, :to)

      # @param seed [Integer] of noise and bounce @param cams [Array<Cam>] @param opening [Array<Integer>] contacts that
      # open when the machine operates them @param offsets [Array<Float>] V of the drive's converter
      # @param step [Float] V of it @param keypad [Keypad, nil] where the drive has keys
      def initialize(seed: 1, cams: [], opening: [], offsets: [0.0, 0.0], step: 2 * HIGHEST / 4096, keypad: nil)
        @keypad = keypad
        @random = Random.new(seed)
        @cams = cams
        @opening = opening
        @offsets = offsets
        @step = step
        @contacts = Array.new(INPUTS) { |n| Contact.new(false, false, 0.0, n + 1, false) }
        @sources = Array.new(ANALOGS) { Source.new(0.0, true, false, 0.0, false) }
        @pressures = Array.new(ANALOGS, 0.0)
        @touched = Array.new(INPUTS, false)
        @conducts = Array.new(INPUTS, false)
        @chatters = Array.new(INPUTS, 0.0)
        @stays = Array.new(INPUTS, 0.0)
        @closed = Array.new(INPUTS, false)
        @volts = Array.new(ANALOGS, 0.0)
        go_dark
      end

      attr_reader :contacts, :sources, :cams, :keypad

      # What arrives at the terminals. @return [Array<Boolean>]
      attr_reader :closed

      # What the drive's converter tells of them. @return [Array<Float>]
      attr_reader :volts

      # Bits of the outputs that are closed, and V of the analog one.
      attr_accessor :lamps, :meter

      # The switches of the machine are there, with the kind of contact that they have; or taken away.
      def switches_in_place(there) = @opening.each { |number| @contacts[number - 1].opening = there }

      # Whether the machine operates it just now. @param n [Integer] from 0 on
      def touched?(n) = @touched[n]

      # Whether it conducts, wherever its wire goes. @param n [Integer] from 0 on
      def conducts?(n) = @conducts[n]

      # Lets time pass. @param dt [Float] s @param angle [Float, nil] rad of the shaft from the middle of its travel;
      # nil where that has no ends @param speed [Float] rad/s of the shaft
      def step(dt, angle, speed = 0.0)
        touch(angle) unless @cams.empty?
        @keypad&.step(dt)
        n = 0
        while n < INPUTS
          move(n, dt)
          n += 1
        end
        land
        pump(dt, speed) if @sources.any?(&:pumped)
        convert
      end

      # A counter behind the drive's encoder output: its edges, and how many there were at the last index.
      # @return [Integer, nil] nil without a signal
      attr_reader :counted, :counted_at_index

      def hear_counts(counts)
        @counted = counts
        @counted_at_index = nil if counts.nil?
      end

      def hear_index(counts) = @counted_at_index = counts

      # The drive has no power.
      def go_dark
        @lamps = 0
        @meter = 0.0
        hear_counts(nil)
      end

      private

      def touch(angle)
        @touched.fill(false)
        return if angle.nil?
        @cams.each do |cam|
          within = (cam.from.nil? || angle >= cam.from) && (cam.to.nil? || angle <= cam.to)
          @touched[cam.contact - 1] ||= within
        end
      end

      # A contact that changes chatters for a while.
      def move(n, dt)
        contact = @contacts[n]
        wanted = (contact.operated || @touched[n]) ^ contact.opening
        if @chatters[n].positive?
          @chatters[n] -= dt
          @chatters[n].positive? ? chatter(n, dt) : @conducts[n] = wanted
        elsif wanted != @conducts[n]
          @conducts[n] = wanted
          @chatters[n] = contact.bounce
        end
      end

      # It opens and closes, each for a while.
      def chatter(n, dt)
        @stays[n] -= dt
        return if @stays[n].positive?
        @conducts[n] = !@conducts[n]
        @stays[n] = LONGEST_CHATTER * @random.rand
      end

      def land
        @closed.fill(false)
        n = 0
        while n < INPUTS
          contact = @contacts[n]
          @closed[contact.lands_on - 1] = true if contact.lands_on != OFF && (@conducts[n] || contact.shorted)
          n += 1
        end
      end

      # The pressure goes with the square of the speed, some time behind.
      def pump(dt, speed)
        @sources.each_with_index do |source, n|
          wanted = [HIGHEST * (speed / PUMP_SPEED)**2 - source.volts.abs, 0.0].max
          @pressures[n] = source.pumped ? @pressures[n] + dt / PUMP_TIME * (wanted - @pressures[n]) : 0.0
        end
      end

      def convert
        n = 0
        while n < ANALOGS
          volts = at_terminal(@sources[n], n) + @offsets[n] + @step * (@random.rand - 0.5)
          @volts[n] = (volts / @step).round.clamp(-2048, 2047) * @step
          n += 1
        end
      end

      def at_terminal(source, number)
        return 0.0 unless source.connected
        volts = source.pumped ? @pressures[number] : source.volts
        volts = -volts if source.reversed
        source.noise.zero? ? volts : volts + source.noise * (2 * @random.rand - 1)
      end
    end
  end
end
