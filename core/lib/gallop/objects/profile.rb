# frozen_string_literal: true

require "yaml"

module Gallop
  module Objects
    # A device profile: a family's ratings, groups, entries and faults, read from core/profiles/FAMILY.yml.
    #
    #   profile = Gallop::Objects::Profile.load("haflinger")
    #   profile["motor.pole_pairs"].register
    class Profile
      STORED_OFFSET = 0x8000 # a stored value is read at its register + this
      DIRECTORY = File.join(Core::ROOT, "profiles")
      FAMILIES = %w[haflinger shire].freeze

      attr_reader :family, :title, :motor_kind, :rating, :groups, :entries, :faults, :firmware, :product_code, :speed_command

      def self.load(family)
        raise ArgumentError, "no profile of a family “#{family}”; known are #{FAMILIES.join(', ')}" unless FAMILIES.include?(family)
        (@loaded ||= {})[family] ||= new(merge(read("common"), read(family)))
      end

      # @param product_code [String] of the device identification @return [Profile, nil]
      def self.for_product(product_code)
        FAMILIES.map { |family| load(family) }.find { |profile| product_code.to_s.start_with?(profile.product_code) }
      end

      def self.read(name)
        YAML.safe_load_file(File.join(DIRECTORY, "#{name}.yml"), permitted_classes: [], symbolize_names: false)
      end

      # Family entries take the place of common ones with the same key.
      def self.merge(common, family)
        family.merge(
          "groups" => common["groups"].merge(family["groups"] || {}),
          "faults" => common["faults"].merge(family["faults"] || {}),
          "entries" => (common["entries"] + family["entries"]).group_by { |row| row["key"] }.map { |_, rows| rows.reduce(:merge) }
        )
      end
      private_class_method :read, :merge

      def initialize(data)
        @family = data.fetch("family")
        @title = data.fetch("title")
        @motor_kind = data.fetch("motor_kind").to_sym
        @product_code = data.fetch("product_code")
        @firmware = data.fetch("firmware")
        @speed_command = data.fetch("speed_command")
        @rating = data.fetch("rating").transform_keys(&:to_sym).freeze
        @groups = data.fetch("groups").freeze
        @faults = data.fetch("faults").to_h { |code, row| [ code, Fault.new(code: code, **row.transform_keys(&:to_sym)) ] }.freeze
        @entries = data.fetch("entries").map { |row| build(row) }.sort_by { |entry| [ entry.index, entry.subindex ] }.freeze
        index_entries
      end

      def [](key) = @by_key[key]
      def fetch(key) = @by_key.fetch(key) { raise KeyError, "#{title} has no value “#{key}”" }
      def at_register(register) = @by_register[register]
      def at(index, subindex = 0) = @by_address[[ index, subindex ]]
      def settings = @settings ||= entries.select(&:setting?)
      def live = @live ||= entries.select(&:live).sort_by(&:register)
      def fault(code) = faults[code] || Fault.unknown(code)

      # Contiguous register ranges that cover the given entries, each within one Modbus read.
      # @return [Array<Range>] of registers, end excluded
      def spans(entries, most: Modbus::MOST_READ)
        entries.sort_by(&:register).each_with_object([]) do |entry, spans|
          last = spans.last
          if last && last.end == entry.register && entry.registers.end - last.begin <= most
            spans[-1] = last.begin...entry.registers.end
          else
            spans << entry.registers
          end
        end
      end

      private

      def build(row)
        Entry.new(**row.transform_keys(&:to_sym).merge(
          scale: rational(row["scale"] || 1), bits: (row["bits"] || {}).freeze, choices: (row["choices"] || {}).freeze
        ))
      end

      def rational(scale) = scale == 1 ? 1 : (Rational(scale.to_s).then { |r| r.denominator == 1 ? r.to_i : r.to_f })

      def index_entries
        @by_key = unique(:key)
        @by_address = entries.to_h { |entry| [ [ entry.index, entry.subindex ], entry ] }
        @by_register = {}
        entries.each do |entry|
          entry.registers.each do |register|
            other = @by_register[register]
            raise ArgumentError, "#{family}: #{entry.key} and #{other.key} share register #{register}" if other
            @by_register[register] = entry
          end
        end
      end

      def unique(member)
        entries.group_by(&member).each { |name, same| raise ArgumentError, "#{family}: #{name} is there #{same.size} times" if same.size > 1 }
        entries.to_h { |entry| [ entry.public_send(member), entry ] }
      end
    end
  end
end
