# frozen_string_literal: true

module Gallop
  module Terminals
    # What the values of a drive say of its terminals. Speeds are in the drive's own unit, times in seconds.
    class Setup
      # @!attribute function [Symbol] of FUNCTIONS @!attribute reversed [Boolean] whether an open contact counts as on
      Input = Record.define(:function, :reversed, :debounce)

      GROUPS = %w[terminals references presets process team moves].freeze
      KEYS = %w[network.command_source network.reference_source limits.motor_speed control.mode].freeze

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

      # @return [Array<Output::Setting>]
      def outputs
        @outputs ||= (1..3).filter_map { |n| Output.setting(self, n) if @profile["terminals.output_#{n}_function"] }
      end

      # Numbers of the inputs with one of these functions. @param functions [Array<Symbol>] @return [Array<Integer>]
      def numbers_of(*functions) = inputs.each_index.select { |n| functions.include?(inputs[n].function) }.map(&:succ)

      # The same with a process that always needs the motor.
      def awake = by_process? ? Setup.new(@profile, @values.merge("process.sleep_speed" => 0)) : self

      def assigned?(function) = inputs.any? { |input| input.function == function }

      # Whether the motor is started and stopped at the drive: by contacts, by its keys, or with the first of its team.
      def commands? = AT_THE_DRIVE.include?(raw("network.command_source"))
      def by_contacts? = raw("network.command_source") == BY_TERMINALS
      def by_keys? = raw("network.command_source") == BY_KEYS
      def by_team? = raw("network.command_source") == BY_TEAM

      # @return [Symbol] of SOURCES
      def source = SOURCES.fetch(raw("network.reference_source"), :network)
      def second_source = SOURCES.fetch(raw("references.second"), :network)
      def sum? = raw("references.combination") == 1
      def sources = [source, second_source]

      # Whether what is measured may come to set the speed.
      def by_process? = source == :process || (second_source == :process && (sum? || assigned?(:changeover)))

      def three_wires? = raw("terminals.start_kind") == 1

      # Whether the family has stored moves, and whether it goes to places, instead of turning at a speed.
      def moves? = !@profile["moves.position_1"].nil?
      def positions? = moves? && raw("control.mode") == Moves::PROFILE_POSITION
      def by_level? = raw("terminals.start_by") == 1

      # Whether the terminals have a say in the speed. As long as network and target over the network have it, nobody
      # else has: neither presets nor a trim.
      def leads? = commands? || source != :network

      def family = @profile.family

      # Whether both say the same. @param other [Setup]
      def same?(other) = read == other.read

      # Whether both are started alike: by the same contacts, in the same way. @param other [Setup]
      def starts_like?(other) = starting == other.starting

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

      # Of ramps.acceleration, say: one figure, or a step of speed and its time. A firmware without second ramps goes by
      # the first. @return [Float] in the drive's unit of speed a second
      def ramp(name, second: false)
        known = [(:"second_#{name}" if second), name].compact.find { |one| ramp?(one) }
        return figure("ramps.#{known}") if @profile["ramps.#{known}"]
        figure("ramps.#{name}_speed") / figure("ramps.#{known}_time")
      end

      # 100 % of a reference.
      def full_speed = @full_speed ||= figure(@profile.speed_command.fetch("limit"))

      # @return [Object] as from the works where it was never read; zero where the family has none
      def raw(key)
        entry = @profile[key] or return 0
        @values.fetch(key) { entry.default_raw }
      end

      # In the unit of the entry.
      def figure(key) = @profile[key]&.figure(raw(key)).to_f

      private

      def ramp?(name) = @profile["ramps.#{name}"] || @profile["ramps.#{name}_time"]

      protected

      def starting =
        [
          raw("network.command_source"),
          three_wires?,
          by_level?,
          both,
          inputs.map { |input| [input.function, input.reversed] }
        ]
    end
  end
end
