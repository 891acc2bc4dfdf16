# frozen_string_literal: true

module Gallop
  module Paddock
    class Rig
      # What a rig file may hold: for each key its kind, its range and its default. A key without default is required.
      class Schema
        Rule = Record.define(:kind, range: nil, default: :required, schema: nil)

        def self.define(**rules) = new(rules.transform_keys(&:to_s))
        def self.figure(range, default: :required) = Rule.new(kind: :figure, range: range, default: default)
        def self.whole(range, default: :required) = Rule.new(kind: :whole, range: range, default: default)
        def self.text(default: :required) = Rule.new(kind: :text, default: default)
        def self.one_of(*choices) = Rule.new(kind: :choice, range: choices)
        def self.part(schema, default: :required) = Rule.new(kind: :part, schema: schema, default: default)
        def self.anything = Rule.new(kind: :anything)

        def initialize(rules)
          @rules = rules
        end

        # @param data [Object] @param place [String] for messages @return [Hash] with defaults @raise [Faulty]
        def check(data, place)
          fail_at(place, "a table of keys and values is expected") unless data.is_a?(Hash)
          unknown = data.keys - @rules.keys
          fail_at(place, "unknown key “#{unknown.first}”; known are #{@rules.keys.join(", ")}") if unknown.any?
          @rules.to_h { |key, rule| [key, value(rule, data[key], "#{place}.#{key}")] }
        end

        private

        def value(rule, given, place)
          if given.nil?
            fail_at(place, "is missing") if rule.default == :required
            return rule.default
          end
          send(rule.kind, rule, given, place)
        end

        def figure(rule, given, place)
          fail_at(place, "a figure is expected, not #{given.inspect}") unless given.is_a?(Numeric) && given.to_f.finite?
          within(rule, given.to_f, place)
        end

        def whole(rule, given, place)
          fail_at(place, "a whole number is expected, not #{given.inspect}") unless given.is_a?(Integer)
          within(rule, given, place)
        end

        def within(rule, given, place)
          return given if rule.range.cover?(given)
          fail_at(place, "#{given} is impossible; #{rule.range.min} to #{rule.range.max} can be")
        end

        def text(_rule, given, place)
          unless given.is_a?(String) && given.length.between?(1, 60)
            fail_at(place, "a text of 1 to 60 characters is expected")
          end
          given
        end

        def choice(rule, given, place)
          rule.range.include?(given) ? given : fail_at(place, "#{given.inspect} is none of #{rule.range.join(", ")}")
        end

        def part(rule, given, place) = rule.schema.check(given, place)
        def anything(_rule, given, _place) = given

        def list(rule, given, place)
          fail_at(place, "a list is expected") unless given.is_a?(Array)
          given.each_with_index.map { |item, index| rule.schema.check(item, "#{place}[#{index}]") }
        end

        def plate(_rule, given, place)
          fine =
            given.is_a?(Hash) && given.size <= 20 &&
              given.all? { |key, text| [key, text].all? { |item| item.is_a?(String) && item.length <= 60 } }
          if fine
            given
          else
            fail_at(place, "up to 20 lines of text are expected, each a label and what is printed beside it")
          end
        end

        # Degrees by which each of the six edges of the halls is off.
        def edges(_rule, given, place)
          fine = given.is_a?(Array) && given.size == 6 && given.all? { |error| error.is_a?(Numeric) && error.abs <= 25 }
          fine ? given.map(&:to_f) : fail_at(place, "six figures in degrees are expected, none beyond 25")
        end

        def version(_rule, given, place)
          if given.to_s.match?(/\A\d+\.\d+\.\d+\z/)
            given.to_s
          else
            fail_at(place, "a version like 1.0.0 is expected, not #{given.inspect}")
          end
        end

        def fail_at(place, reason) = raise(Faulty, "#{place}: #{reason}")

        SYNCHRONOUS =
          define(
            resistance: figure(0.001..1000.0),
            inductance_d: figure(1e-6..10.0),
            inductance_q: figure(1e-6..10.0),
            flux: figure(1e-4..50.0),
            pole_pairs: whole(1..60),
            magnet_offset: figure(-360.0..360.0, default: 0.0),
            thermal_resistance: figure(0.001..100.0),
            thermal_time: figure(0.1..36_000.0),
            saturation_current: figure(0.1..10_000.0, default: nil),
            cogging_torque: figure(0.0..100.0, default: nil),
            cogging_periods: whole(2..2000, default: nil),
            torque_ripple: figure(0.0..0.3, default: nil),
            flux_coefficient: figure(-0.005..0.0, default: nil),
            rotor_thermal_time: figure(1.0..36_000.0, default: nil)
          )
        INDUCTION =
          define(
            stator_resistance: figure(0.001..1000.0),
            rotor_resistance: figure(0.001..1000.0),
            stator_leakage: figure(1e-6..10.0),
            rotor_leakage: figure(1e-6..10.0),
            magnetising_inductance: figure(1e-5..100.0),
            pole_pairs: whole(1..60),
            saturation_flux: figure(1e-3..100.0, default: nil),
            thermal_resistance: figure(0.001..100.0),
            thermal_time: figure(0.1..36_000.0)
          )
        # In newtons and kilograms; the drive's firmware and the plant reckon with a shaft that turns once in a pole
        # pair pitch.
        LINEAR =
          define(
            resistance: figure(0.001..1000.0),
            inductance_d: figure(1e-6..10.0),
            inductance_q: figure(1e-6..10.0),
            force_constant: figure(0.01..1e5),
            pole_pair_pitch: figure(1e-3..2.0),
            magnet_offset: figure(-360.0..360.0, default: 0.0),
            thermal_resistance: figure(0.001..100.0),
            thermal_time: figure(0.1..36_000.0)
          )
        # Between its two wires.
        BRUSHED =
          define(
            resistance: figure(0.001..1000.0),
            inductance: figure(1e-6..10.0),
            constant: figure(1e-4..50.0),
            thermal_resistance: figure(0.001..100.0),
            thermal_time: figure(0.1..36_000.0)
          )
        # Of one phase; as many pole pairs as the rotor has teeth.
        STEPPER =
          define(
            resistance: figure(0.001..1000.0),
            inductance: figure(1e-6..10.0),
            flux: figure(1e-4..50.0),
            pole_pairs: whole(1..250),
            detent_torque: figure(0.0..10.0, default: 0.0),
            magnet_offset: figure(-360.0..360.0, default: 0.0),
            thermal_resistance: figure(0.001..100.0),
            thermal_time: figure(0.1..36_000.0)
          )
        SLIDE =
          define(
            mass: figure(1e-3..1e5),
            motor_mass: figure(1e-3..1e5, default: nil),
            coulomb: figure(0.0..1e6, default: 0.0),
            viscous: figure(0.0..1e6, default: 0.0),
            breakaway: figure(0.0..1e6, default: nil),
            load_force: figure(0.0..1e6, default: 0.0),
            gravity: figure(-1e6..1e6, default: 0.0)
          )
        MECHANICS =
          define(
            inertia: figure(1e-9..1e4),
            coulomb: figure(0.0..1e4, default: 0.0),
            viscous: figure(0.0..1e3, default: 0.0),
            breakaway: figure(0.0..1e4, default: nil),
            load_torque: figure(0.0..1e4, default: 0.0),
            angle: figure(-1e6..1e6, default: 0.0),
            gravity: figure(-1e4..1e4, default: 0.0),
            motor_inertia: figure(1e-9..1e4, default: nil),
            load_inertia: figure(1e-9..1e4, default: nil),
            stiffness: figure(1e-3..1e7, default: nil),
            damping: figure(0.0..1e3, default: 0.0),
            play: figure(0.0..1.0, default: nil),
            crank_inertia: figure(0.0..1e4, default: nil),
            roll_inertia: figure(0.0..1e6, default: nil),
            roll_core: figure(0.001..10.0, default: nil),
            roll_layer: figure(0.0..0.1, default: nil),
            roll_tension: figure(0.0..1e5, default: nil),
            ratio: figure(0.001..1e4, default: nil)
          )
        VARYING = %w[crank_inertia roll_inertia roll_core roll_layer roll_tension ratio].freeze
        # Around the shaft; see Plant::Obstacles.
        OBSTACLES =
          define(
            stop_low: figure(-1e6..1e6, default: nil),
            stop_high: figure(-1e6..1e6, default: nil),
            stop_stiffness: figure(0.1..1e4, default: 50.0),
            stop_loss: figure(0.0..10.0, default: 0.01),
            unbalance: figure(0.0..1e4, default: 0.0),
            unbalance_turns: figure(0.01..1e4, default: 1.0),
            speed_torque: figure(0.0..1e4, default: 0.0),
            speed_reference: figure(0.1..1e4, default: 100.0),
            speed_power: figure(0.5..3.0, default: 2.0),
            stribeck_torque: figure(0.0..1e3, default: 0.0),
            stribeck_speed: figure(0.01..1e3, default: 1.0),
            backward_torque: figure(0.0..1e3, default: 0.0),
            stroke_torque: figure(0.0..1e4, default: 0.0),
            stroke_period: figure(0.01..3600.0, default: 1.0),
            stroke_share: figure(0.0..1.0, default: 0.5)
          )
        APPENDAGE =
          define(inertia: figure(1e-9..1.0), stiffness: figure(0.01..1e6), damping: figure(0.0..10.0, default: 0.0))
        # What sits at the load, behind belt or gear.
        SECOND_FEEDBACK =
          define(
            counts_per_turn: whole(4..(1 << 24)),
            direction: one_of(1, -1).with(default: 1),
            offset: figure(-360.0..360.0, default: 0.0),
            ratio: figure(0.001..1000.0, default: 1.0)
          )
        # Of the power stage, as far as it is not ideal.
        STAGE =
          define(
            dead_time: figure(0.0..1e-5, default: 0.0),
            drop: figure(0.0..5.0, default: 1.6),
            resistance: figure(0.0..5.0, default: 0.0),
            clamp: figure(0.001..10.0, default: 0.05)
          )
        BRAKE =
          define(
            torque: figure(0.0..1e4),
            release_time: figure(0.0..5.0),
            engage_time: figure(0.0..5.0),
            opens_at: figure(0.0..1.0, default: 0.0),
            drops_at: figure(0.0..1.0, default: 0.0)
          )
        FEEDBACK =
          define(
            counts_per_turn: whole(4..(1 << 24)),
            direction: one_of(1, -1).with(default: 1),
            offset: figure(-360.0..360.0, default: 0.0),
            kind: one_of(*Plant::Encoder::KINDS).with(default: "absolute"),
            eccentricity: figure(-5.0..5.0, default: nil),
            signal_error: figure(-20.0..20.0, default: nil),
            periods: whole(1..100_000, default: nil),
            jitter: whole(0..1000, default: nil),
            lost_counts: figure(-1000.0..1000.0, default: nil),
            word_time: figure(0.0..0.1, default: nil),
            word_bits: whole(4..24, default: nil),
            word_offset: figure(-360.0..360.0, default: nil),
            hall_errors: Rule.new(kind: :edges, default: nil),
            hall_offset: figure(-60.0..60.0, default: nil)
          )
        SUPPLY =
          define(
            mains_voltage: figure(10.0..690.0),
            capacitance: figure(1e-6..1.0),
            source_resistance: figure(0.01..100.0, default: 0.6),
            precharge_resistance: figure(0.1..1000.0, default: 47.0),
            brake_resistance: figure(1.0..10_000.0, default: nil),
            electronics_power: figure(1.0..500.0, default: 20.0),
            electronics_voltage: figure(5.0..600.0, default: 150.0),
            phases: one_of(1, 3).with(default: 3),
            ripple: one_of(true, false).with(default: false),
            frequency: figure(40.0..70.0, default: 50.0)
          )
        BATTERY =
          define(
            full_voltage: figure(10.0..120.0),
            empty_voltage: figure(5.0..120.0),
            capacity: figure(0.1..1000.0),
            resistance: figure(0.001..10.0),
            capacitance: figure(1e-6..1.0),
            electronics_power: figure(0.5..100.0, default: 4.0),
            electronics_voltage: figure(5.0..100.0, default: 20.0)
          )
        SENSOR =
          define(
            step: figure(1e-5..1.0, default: 0.002),
            noise: figure(0.0..1.0, default: 0.004),
            offset_u: figure(-5.0..5.0, default: 0.0),
            offset_v: figure(-5.0..5.0, default: 0.0),
            gain_u: figure(0.5..2.0, default: 1.0),
            gain_v: figure(0.5..2.0, default: 1.0),
            exchanged: one_of(true, false).with(default: nil),
            reversed_u: one_of(true, false).with(default: nil),
            reversed_v: one_of(true, false).with(default: nil),
            range: figure(0.1..1e4, default: nil),
            drift: figure(-1.0..1.0, default: nil),
            drift_end: figure(0.0..5.0, default: nil)
          )
        BUS_READING = define(gain: figure(0.8..1.25, default: 1.0), offset: figure(-20.0..20.0, default: 0.0))
        # On the machine, operated between two angles from the middle of the travel.
        SWITCH =
          define(
            input: whole(1..OperatorsBox::INPUTS),
            from: figure(-1e6..1e6, default: nil),
            to: figure(-1e6..1e6, default: nil),
            opening: one_of(true, false).with(default: false)
          )
        # Where the travel ends, once hands have put its ends in place; see Plant::Obstacles.
        ENDS =
          define(
            stop_low: figure(-1e6..0.0),
            stop_high: figure(0.0..1e6),
            stop_stiffness: figure(0.1..1e4, default: 50.0),
            stop_loss: figure(0.0..10.0, default: 0.01),
            switches: Rule.new(kind: :list, schema: SWITCH, default: [])
          )
        WINDING_SENSOR =
          define(kind: one_of(*Plant::WindingSensor::KINDS), trips_at: figure(60.0..200.0, default: 140.0))
        HEAT_SINK = define(thermal_resistance: figure(0.001..50.0), thermal_time: figure(1.0..36_000.0))
        DRIVE =
          define(
            name: text,
            family: one_of(*Objects::Profile::FAMILIES),
            serial: whole(1..0xFFFFFFFF),
            motor: anything,
            mechanics: anything,
            feedback: part(FEEDBACK, default: nil),
            brake: part(BRAKE, default: nil),
            supply: anything,
            sensor: part(SENSOR, default: SENSOR.check({}, "sensor")),
            winding_sensor: part(WINDING_SENSOR, default: nil),
            team_line: text(default: nil),
            gates_low: one_of(true, false).with(default: false),
            heat_sink: part(HEAT_SINK),
            stage: part(STAGE, default: nil),
            obstacles: part(OBSTACLES, default: nil),
            appendage: part(APPENDAGE, default: nil),
            second_feedback: part(SECOND_FEEDBACK, default: nil),
            bus_reading: part(BUS_READING, default: nil),
            ends: part(ENDS, default: nil),
            analog_offset_1: figure(-0.5..0.5, default: 0.0),
            analog_offset_2: figure(-0.5..0.5, default: 0.0),
            boot_time: figure(0.0..60.0, default: 1.2),
            ambient: figure(-40.0..80.0, default: 25.0),
            firmware: Rule.new(kind: :version, default: nil),
            nameplate: Rule.new(kind: :plate, default: {})
          )
        MOTORS = {
          synchronous: SYNCHRONOUS,
          linear: LINEAR,
          induction: INDUCTION,
          brushed: BRUSHED,
          stepper: STEPPER
        }.freeze
        RIG = define(name: text, drives: Rule.new(kind: :list, schema: DRIVE))
      end
    end
  end
end
