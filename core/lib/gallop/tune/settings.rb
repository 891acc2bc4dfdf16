# frozen_string_literal: true

module Gallop
  module Tune
    # Gains as a drive takes them: the values that differ from those that it has.
    #
    #   Settings.new(profile, values).of(gains)   # => { "speed_loop.gain" => 4500, … } raw
    class Settings
      # @param values [Hash{String => Object}] raw by key
      def initialize(profile, values)
        @profile = profile
        @values = values
        @shaft = Gains::Reading.new(profile, values).shaft
      end

      # @param gains [Gains] @return [Hash{String => Integer}] held to what each value may be
      def of(gains)
        figures(gains)
          .select { |key, _| @profile[key] }
          .to_h { |key, figure| [key, held(@profile.fetch(key), figure)] }
          .reject { |key, raw| @values[key] == raw }
      end

      private

      # In the units of the values.
      def figures(gains)
        {
          "speed_loop.gain" => gains.speed_gain / @shaft.radius**2,
          "speed_loop.integral_time" => 1000 * gains.integral_time,
          "filters.torque_low_pass" => gains.low_pass,
          "speed_loop.acceleration_feed_forward" => 100 * gains.acceleration_ahead,
          "speed_loop.load_inertia" => load_inertia(gains),
          **notches(gains),
          **(gains.position_gain.positive? ? { "position_loop.gain" => gains.position_gain } : {})
        }
      end

      # Behind the rotor that is set.
      def load_inertia(gains)
        load = [gains.inertia_set - gains.rotor_set, 0.0].max
        @profile.fetch("speed_loop.load_inertia").from_si(@shaft.real(:inertia, load))
      end

      # One that is not used keeps its frequency, without depth.
      def notches(gains)
        (1..Gains::NOTCHES).reduce({}) do |all, n|
          notch = gains.notches.find { |one| one.number == n }
          of = ->(name) { "filters.notch_#{n}_#{name}" }
          next { **all, of.(:depth) => 0.0 } unless notch
          { **all, of.(:frequency) => notch.frequency, of.(:width) => notch.width, of.(:depth) => 100 * notch.depth }
        end
      end

      def held(entry, figure)
        raw = entry.raw(figure)
        entry.raw_range ? raw.clamp(entry.raw_range.min, entry.raw_range.max) : raw
      end
    end
  end
end
