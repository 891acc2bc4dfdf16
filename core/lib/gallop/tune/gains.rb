# frozen_string_literal: true

module Gallop
  module Tune
    # What the loops of a servo are set to, of the shaft, SI.
    #
    # @!attribute speed_gain [Float] N·m·s/rad @!attribute integral_time [Float] s, zero for none
    # @!attribute speed_filter [Float] Hz @!attribute low_pass [Float] Hz on the torque, zero for none
    # @!attribute notches [Array<Gains::Notch>] @!attribute position_gain [Float] 1/s, zero where there is no such loop
    # @!attribute speed_ahead [Float], acceleration_ahead [Float] shares; the latter of the inertia that is set
    # @!attribute rotor_set [Float] kg·m² of the rotor alone @!attribute inertia_set [Float] kg·m² @!attribute
    # friction_ahead [Float], gravity_ahead [Float] N·m
    # @!attribute model [Float] Hz of the reference model of the speed, zero for none
    # @!attribute standstill [Float] rad/s below which friction is given ahead in proportion
    Gains =
      Record.define(
        :speed_gain,
        :integral_time,
        :speed_filter,
        low_pass: 0.0,
        notches: [],
        position_gain: 0.0,
        speed_ahead: 1.0,
        acceleration_ahead: 0.0,
        inertia_set: 0.0,
        rotor_set: 0.0,
        friction_ahead: 0.0,
        standstill: 1.0,
        model: 0.0,
        gravity_ahead: 0.0
      ) do
        # @param profile [Objects::Profile] @param values [Hash{String => Object}] raw by key
        def self.of(profile, values)
          reading = Gains::Reading.new(profile, values)
          new(
            speed_gain: reading.speed_gain,
            integral_time: reading.si("speed_loop.integral_time"),
            speed_filter: reading.si("feedback.speed_filter"),
            low_pass: reading.si("filters.torque_low_pass", 0.0),
            notches: reading.notches,
            position_gain: reading.figure("position_loop.gain", 0.0),
            speed_ahead: reading.si("position_loop.speed_feed_forward", 1.0),
            acceleration_ahead: reading.si("speed_loop.acceleration_feed_forward"),
            rotor_set: reading.of_shaft("motor.rotor_inertia", :inertia),
            inertia_set:
              reading.of_shaft("motor.rotor_inertia", :inertia) + reading.of_shaft("speed_loop.load_inertia", :inertia),
            friction_ahead:
              reading.si("filters.friction_feed_forward", 0.0) * reading.of_shaft("mechanics.friction", :torque),
            model: reading.figure("speed_loop.reference_model", 0.0),
            standstill: reading.of_shaft("speed.threshold", :speed),
            gravity_ahead: reading.of_shaft("mechanics.gravity", :torque)
          )
        end

        def inertia_ahead = acceleration_ahead * inertia_set
      end

    class Gains
      NOTCHES = 4
      NOTCHABLE = (20.0..2500.0) # Hz

      # @!attribute frequency [Float], width [Float] Hz @!attribute depth [Float] 0 to 1
      Notch =
        Record.define(:number, :frequency, :width, :depth) do
          # Whether a drive's notch reaches there. @param frequency [Float] Hz
          def self.possible?(frequency) = Gains::NOTCHABLE.cover?(frequency)
        end

      # Values of a drive in SI.
      class Reading
        def initialize(profile, values)
          @profile = profile
          @values = values
          @shaft = profile.slides? ? Shaft.sliding(si("motor.pole_pair_pitch")) : Shaft.turning
        end

        attr_reader :shaft

        # In the unit of the entry. @return [Float] what the family does not have is the other
        def figure(key, other = nil)
          entry = @profile[key] or return other
          entry.figure(@values.fetch(key) { entry.default_raw }).to_f
        end

        def si(key, other = nil)
          figure = figure(key) or return other
          @profile.fetch(key).to_si(figure)
        end

        # @param kind [Symbol] of Shaft::KINDS
        def of_shaft(key, kind) = si(key)&.then { |figure| shaft.reckoned(kind, figure) } || 0.0

        # Torque for a speed goes with the square of the radius.
        def speed_gain = figure("speed_loop.gain") * shaft.radius**2

        # @return [Array<Notch>] those that take something out
        def notches
          (1..NOTCHES).filter_map do |n|
            depth = si("filters.notch_#{n}_depth", 0.0)
            next unless depth.positive?
            Notch.new(
              number: n,
              frequency: si("filters.notch_#{n}_frequency"),
              width: si("filters.notch_#{n}_width"),
              depth: depth
            )
          end
        end
      end
    end
  end
end
