# frozen_string_literal: true

module Gallop
  module Terminals
    # What the values of a drive say of its terminals. Speeds are in the drive's own unit, times in seconds.
    class Setup
      # @!attribute function [Symbol] of FUNCTIONS @!attribute reversed [Boolean] whether an open contact counts as on
      Input = Record.define(:function, :reversed, :debounce)

      GROUPS = %w[terminals references presets].freeze
      KEYS = %w[network.command_source network.reference_source limits.motor_speed].freeze

      # @param profile [Objects::Profile] @param values [Hash{String => Object}] raw by key
      def initialize(profile, values)
        @profile = profile
        @values = values
      end

      # @return [Array<Input>]
      def inputs
        @inputs ||=
          (1..Float::INFINITY)
            .lazy
            .map { |n| "terminals.input_#{n}" }
            .take_while { |name| @profile["#{name}_function"] }
            .map do |name|
              Input.new(
                function: FUNCTIONS.fetch(raw("#{name}_function"), :none),
                reversed: raw("#{name}_polarity") == 1,
                debounce: figure("#{name}_debounce") / 1000.0
              )
            end
            .to_a
      end

      # @return [Array<Analog>]
      def analogs
        @analogs ||= (1..2).filter_map { |n| Analog.of(self, n) if @profile["terminals.analog_#{n}_kind"] }
      end

      def assigned?(function) = inputs.any? { |input| input.function == function }

      # Whether the motor is started and stopped here.
      def commands? = raw("network.command_source") == BY_TERMINALS

      # @return [Symbol] of SOURCES
      def source = SOURCES.fetch(raw("network.reference_source"), :network)
      def second_source = SOURCES.fetch(raw("references.second"), :network)
      def sum? = raw("references.combination") == 1

      def three_wires? = raw("terminals.start_kind") == 1
      def by_level? = raw("terminals.start_by") == 1

      # Whether the terminals have a say in the speed. As long as network and target over the network have it, nobody
      # else has: neither presets nor a trim.
      def leads? = commands? || source != :network

      def family = @profile.family

      # Whether both say the same. @param other [Setup]
      def same?(other) = read == other.read

      # All that is known of the terminals, raw.
      def read
        @read ||=
          @profile
            .settings
            .select { |entry| GROUPS.include?(entry.group) || KEYS.include?(entry.key) }
            .map { |entry| raw(entry.key) }
      end

      # @return [Symbol] what both directions at once are: :none, :forward, :backward or :first
      def both = %i[none forward backward first].fetch(raw("terminals.both_directions"))
      def stop_resets? = raw("terminals.stop_resets") == 1

      def fixed = @fixed ||= figure("references.fixed")
      def preset(number) = presets.fetch(number)

      # By the pattern that chooses them; none is zero.
      def presets = @presets ||= [0.0] + (1..15).map { |n| figure("presets.speed_#{n}") }
      def jog_speed = @jog_speed ||= figure("presets.jog_speed")

      # s from standstill to the speed limit
      def potentiometer_time = @potentiometer_time ||= figure("references.potentiometer_time")
      def potentiometer_keeps? = raw("references.potentiometer_keeps") == 1

      # 100 % of a reference.
      def full_speed = @full_speed ||= figure(@profile.speed_command.fetch("limit"))

      # @return [Object] as from the works where it was never read; zero where the family has none
      def raw(key)
        entry = @profile[key] or return 0
        @values.fetch(key) { entry.default_raw }
      end

      # In the unit of the entry.
      def figure(key) = @profile[key]&.figure(raw(key)).to_f
    end
  end
end
