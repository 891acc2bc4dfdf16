# frozen_string_literal: true

module Gallop
  module Terminals
    # What a drive would do by its contacts, without one: contacts are moved one after the other, as hands would, and
    # the drive is taken for ready, at rest at first, and without a gait.
    #
    #   Foreseen.new(profile, values).after([[false] * 6, [true] + [false] * 5], volts: [5.0, 0.0]).sentence
    #   # => "Runs forward at 750 rpm, as analog input 1 asks: there in 1.0 s."
    class Foreseen
      # @!attribute run [Integer] @!attribute asked [Float], held [Float] in the drive's unit of speed; nil where a
      # process decides
      # @!attribute source [Symbol] @!attribute preset [Integer] @!attribute seconds [Float, nil] to that speed, or to
      # rest; nil where a coasting motor comes to rest by itself @!attribute sentence [String]
      Outcome = Record.define(:run, :asked, :held, :source, :preset, :seconds, :sentence)

      SETTLES = 8 # time constants of the slowest filter
      STEP = 0.05 # s

      # @param values [Hash{String => Object}] raw by key
      def initialize(profile, values)
        @profile = profile
        @setup = Setup.new(profile, values).awake
        @window = Window.of(@setup)
      end

      # @param steps [Array<Array<Boolean>>] closed contacts, one after the other; with the first power comes on
      # @param volts [Array<Float>] at the analog inputs
      # @return [Outcome]
      def after(steps, volts: [0.0, 0.0])
        logic = Logic.new(@setup).tap { |one| one.begin(steps.first) }
        before = 0.0
        steps.each do |contacts|
          before = by_process?(logic) ? nil : held(logic)
          settle(logic, contacts, volts)
        end
        outcome(logic, before)
      end

      private

      # Long enough for every debounce, and every filter.
      def settle(logic, contacts, volts)
        @begun = nil
        slowest = [@setup.inputs.map(&:debounce).max.to_f, SETTLES * @setup.analogs.map(&:filter).max.to_f].max
        (2 + 2 * slowest / STEP).ceil.times do
          rests = logic.run.zero?
          logic.step(contacts: contacts, volts: volts, network: 0.0, ready: true, rests: rests, dt: STEP)
          @begun = logic.moves.begun || @begun
        end
      end

      # What the drive makes of what is asked for.
      def held(logic)
        return 0.0 if logic.run.zero?
        @window ? @window.held(logic.speed, logic.run) : logic.speed.clamp(-@setup.full_speed, @setup.full_speed)
      end

      def outcome(logic, before)
        return by_process(logic) if by_process?(logic)
        return by_moves(logic) if @setup.positions? && !logic.run.zero?
        now = held(logic)
        seconds = logic.run.zero? ? time_to_rest(before, logic) : time_to(now, before.to_f, logic)
        Outcome.new(
          run: logic.run,
          asked: logic.speed,
          held: now,
          source: logic.source,
          preset: logic.preset,
          seconds: seconds,
          sentence: sentence(logic, now, before, seconds)
        )
      end

      def by_process?(logic) = !logic.run.zero? && !logic.jogs? && logic.source == :process

      # What it asks for hangs on what the machine makes of it.
      def by_process(logic) = open_ended(logic, "Runs #{logic.run.negative? ? "backward" : "forward"}, #{from(logic)}.")

      # One that goes to places: what the last step has begun.
      def by_moves(logic) = open_ended(logic, move_sentence(logic))

      def open_ended(logic, sentence)
        Outcome.new(
          run: logic.run,
          asked: nil,
          held: nil,
          source: logic.source,
          preset: logic.preset,
          seconds: nil,
          sentence: sentence
        )
      end

      def move_sentence(logic)
        return "Switched on; it holds its place." if @begun.nil?
        "Goes by move #{@begun}: #{
          MoveWords.new(@profile, @setup).of(@begun)
        }#{"; it stands now" if logic.moves.waits?}."
      end

      def time_to(now, before, logic)
        up, down = ramps(logic)
        same = (now * before).negative? ? 0.0 : [now.abs, before.abs].min
        [before.abs - same, 0.0].max / down + [now.abs - same, 0.0].max / up
      end

      def time_to_rest(before, logic)
        return if before.nil? || (!by_ramp? && !before.zero?)
        before.abs / ramps(logic).last
      end

      def stop_by = @setup.raw("terminals.stop_by")
      def by_ramp? = stop_by == Stops::RAMP

      # In the drive's unit of speed a second: up and down.
      def ramps(logic)
        return [@setup.jog_speed / @setup.figure("presets.jog_time")] * 2 if logic.jogs?
        %i[acceleration deceleration].map { |name| @setup.ramp(name, second: logic.second_ramps?) }
      end

      def sentence(logic, now, before, seconds)
        return at_rest(before, seconds) if logic.run.zero?
        way = now.negative? ? "backward" : "forward"
        why = logic.jogs? ? "jog" : from(logic)
        held_to = ", held to #{show(now)}" if (now - logic.speed).abs > 0.5
        "Runs #{way} at #{show(logic.speed)}#{held_to}, #{why}: there in #{Quantities.format(seconds, "s", 1)}."
      end

      def at_rest(before, seconds)
        return "Goes with the first of its team, whatever the contacts do." if @setup.by_team?
        return "Stays at rest." if before&.zero?
        return "Its power stage goes off, and it coasts to rest." if stop_by == Stops::COAST
        return "Direct current brakes it to rest." if stop_by == Stops::DIRECT
        return "Comes to rest by its ramp." if seconds.nil?
        "Comes to rest in #{Quantities.format(seconds, "s", 1)}."
      end

      def from(logic)
        return "preset #{logic.preset}" if logic.preset.positive?
        { fixed: "the fixed reference", presets: "no preset is chosen" }.fetch(logic.source) do
          Words::SOURCES.fetch(logic.source).delete_prefix("at ")
        end
      end

      def show(figure) = Quantities.format(figure.abs, @profile.speed_unit, 0)
    end
  end
end
