# frozen_string_literal: true

module Gallop
  module Terminals
    # Drives of one machine that go together by a line of their own, one for each wheel, say. The first leads; the
    # others do what it does, as far as they are set to; one that is lost stops all. Each says a hundred times a second
    # how it is, and hears the others.
    #
    #   team = Team.new(Team.setting(setup))
    #   team.step(words, 0.001)   # @param words [Array<Word, nil>] the last of each of the others
    #   team.ready?               # whether the first may begin
    class Team
      FIRST = 1
      LARGEST = 4
      TOGETHER = 0.5 # s in which the others have to be running once the first does

      # @!attribute place [Integer] 0 where it goes alone @!attribute size [Integer] drives of the team @!attribute
      # silence [Float] s after which one is lost @!attribute turned [Boolean] whether it goes the other way than the
      # first @!attribute follows [Boolean] whether the first starts and stops it @!attribute takes_speed [Boolean]
      # whether the first sets its speed
      Setting = Record.define(:place, :size, :silence, :turned, :follows, :takes_speed)

      # What one says.
      # @!attribute count [Integer] goes on with each word @!attribute ready [Boolean] it could run
      # @!attribute runs [Boolean] it does, and nothing stops it @!attribute well [Boolean] without fault of its own
      # @!attribute follows [Boolean] it is set to follow @!attribute quick [Boolean] it stops quickly
      # @!attribute resets [Integer] goes on with each fault that is reset
      # @!attribute speed [Float] rpm that are asked for @!attribute forward, backward [Float] rpm, at most
      # @!attribute torque [Float] share of the limit that is left @!attribute haste [Float] share of the acceleration
      # @!attribute by_torque [Boolean] whether a share of the torque is asked for
      # @!attribute share [Float] of it, −1 to 1
      # @!attribute brake [Float] share of the braking torque
      Word =
        Record.define(
          :place,
          :count,
          :ready,
          :runs,
          :well,
          follows: false,
          quick: false,
          resets: 0,
          speed: 0.0,
          forward: Float::INFINITY,
          backward: Float::INFINITY,
          torque: 1.0,
          haste: 1.0,
          by_torque: false,
          share: 0.0,
          brake: 0.0
        )

      # @param setup [Setup] of a family that has such a line @return [Setting]
      def self.setting(setup)
        Setting.new(
          place: setup.raw("team.place"),
          size: setup.raw("team.size"),
          silence: setup.figure("team.silence") / 1000,
          turned: setup.raw("team.turns") == 1,
          follows: setup.by_team?,
          takes_speed: setup.source == :team
        )
      end

      # @param setting [Setting]
      def initialize(setting)
        @setting = setting
        @words = Array.new(LARGEST)
        @silent_for = Array.new(LARGEST, Float::INFINITY)
        @idle_for = Array.new(LARGEST, 0.0)
        @running_for = 0.0
        @doubled_for = Float::INFINITY
      end

      attr_reader :setting

      def leads? = @setting.place == FIRST
      def follows? = @setting.place > FIRST && @setting.follows

      # @param words [Array<Word, nil>] the last one of each other @param running [Boolean] whether this one runs
      def step(words, dt, running: false)
        @silent_for.map! { |time| time + dt }
        @idle_for.map! { |time| time + dt }
        @doubled_for += dt
        words.each { |word| hear(word) if word }
        @running_for = running ? @running_for + dt : 0.0
      end

      # @param place [Integer]
      def heard?(place) = @silent_for[place - 1] <= @setting.silence

      # Whether somebody else stands at its own place.
      def doubled? = @doubled_for <= @setting.silence

      # Bits of the others that are heard, and of those that could run or do.
      def heard = bits { |place| heard?(place) }
      def fit = bits { |place| heard?(place) && fit?(@words[place - 1]) }

      # Whether nothing in the team keeps the first from beginning.
      def ready? = !leads? || (!doubled? && others.all? { |place| heard?(place) && fit?(@words[place - 1]) })

      # Whether it must not go on: one is not heard, has a fault, or does not run as it should.
      def lost?
        return false unless leads? || follows?
        return true if doubled?
        return astray?(FIRST) if follows?
        others.any? { |place| astray?(place) || idle?(place) }
      end

      # What the first does, for one that follows it.
      def runs? = first ? first.runs : false
      def quick? = first ? first.quick : false
      # @return [Integer, nil] nil while it is not heard
      def resets = first&.resets

      # rpm that it asks for, the way that this one turns
      def speed = first ? way * first.speed : 0.0
      def by_torque? = first ? first.by_torque : false
      def share = first ? way * first.share : 0.0
      def brake = first ? first.brake : 0.0

      # Shares of the torque limit and of the acceleration that are left to the first. One that follows has no more.
      def torque = follows? && first ? first.torque : 1.0
      def haste = follows? && first ? first.haste : 1.0

      # rpm that the first may go at most, the way that this one turns. @param direction [Numeric] by its sign
      def most(direction)
        return Float::INFINITY unless follows? && first
        (direction * way).negative? ? first.backward : first.forward
      end

      # What was heard goes on under new settings. @param before [Team]
      def carry_on(before)
        @words = before.words
        @silent_for = before.silent_for
        @idle_for = before.idle_for
      end

      protected

      attr_reader :words, :silent_for, :idle_for

      private

      def way = @setting.turned ? -1 : 1

      # @return [Word, nil]
      def first = heard?(FIRST) ? @words[FIRST - 1] : nil
      def others = (1..@setting.size).reject { |place| place == @setting.place }
      def fit?(word) = word.follows && word.well && (word.ready || word.runs)

      # One that stops with the first, by a stop that both were given, is a word late or early.
      def idle?(place) = @running_for > TOGETHER && @idle_for[place - 1] > @setting.silence
      def astray?(place) = !heard?(place) || !@words[place - 1].well

      def hear(word)
        return unless word.place.between?(1, LARGEST)
        return doubled(word) if word.place == @setting.place
        n = word.place - 1
        return if @words[n]&.count == word.count
        @words[n] = word
        @silent_for[n] = 0.0
        @idle_for[n] = 0.0 if word.runs
      end

      def doubled(word)
        @doubled_for = 0.0 unless @twice == word.count
        @twice = word.count
      end

      def bits = (1..LARGEST).sum { |place| yield(place) ? 1 << (place - 1) : 0 }
    end
  end
end
