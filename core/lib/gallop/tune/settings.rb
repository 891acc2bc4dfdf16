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
        @reading = Gains::Reading.new(profile, values)
        @shaft = @reading.shaft
      end

      OF_FRICTION = 90.0 # % of it: what is too much of it shakes a motor that should stand

      # @param gains [Gains] @return [Hash{String => Integer}] held to what each value may be
      def of(gains) = changed(figures(gains))

      # What a mechanism will ask for is given ahead of the loops: they have only the rest to find out.
      # @param mechanism [Mechanism] as it was measured @return [Hash{String => Integer}] as #of
      def ahead(mechanism)
        changed(
          "position_loop.speed_feed_forward" => 100.0,
          "speed_loop.acceleration_feed_forward" => 100.0,
          "speed_loop.load_inertia" => behind_rotor(mechanism.whole),
          "filters.friction_feed_forward" => mechanism.coulomb.positive? ? OF_FRICTION : 0.0,
          "mechanics.friction" => @shaft.real(:torque, mechanism.coulomb),
          "mechanics.gravity" => @shaft.real(:torque, mechanism.gravity)
        )
      end

      private

      def changed(figures)
        figures
          .select { |key, _| @profile[key] }
          .to_h { |key, figure| [key, held(@profile.fetch(key), figure)] }
          .reject { |key, raw| @values[key] == raw }
      end

      # In the units of the values.
      def figures(gains)
        {
          "speed_loop.gain" => gains.speed_gain / @shaft.radius**2,
          "speed_loop.integral_time" => 1000 * gains.integral_time,
          "filters.torque_low_pass" => gains.low_pass,
          "speed_loop.acceleration_feed_forward" => 100 * gains.acceleration_ahead,
          "speed_loop.load_inertia" => behind_rotor(gains.inertia_set),
          **notches(gains),
          **(gains.position_gain.positive? ? { "position_loop.gain" => gains.position_gain } : {})
        }
      end

      # Of all, what is behind the rotor that is set. @param inertia [Float] kg·m²
      def behind_rotor(inertia)
        load = [inertia - @reading.of_shaft("motor.rotor_inertia", :inertia), 0.0].max
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
