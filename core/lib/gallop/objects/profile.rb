# frozen_string_literal: true

module Gallop
  module Objects
    # A device profile: a family's ratings, groups, entries and faults, read from core/profiles/FAMILY.yml and what
    # that includes.
    #
    #   profile = Gallop::Objects::Profile.load("haflinger")
    #   profile["motor.pole_pairs"].register
    #   profile.at_version("1.0.0").missing_functions   # => [ "Notch filters", … ]
    class Profile
      MOST_VERSIONS = 8 # kept at a time; a rack has one or two
      STORED_OFFSET = 0x8000 # a stored value is read at its register + this
      FAMILIES = %w[haflinger shire fjord camargue exmoor konik].freeze

      attr_reader :family,
                  :title,
                  :motor_kind,
                  :rating,
                  :groups,
                  :entries,
                  :signals,
                  :fault_signals,
                  :faults,
                  :firmware,
                  :version,
                  :product_code,
                  :speed_command,
                  :functions,
                  :restores,
                  :feedback_terminals

      def self.load(family)
        unless FAMILIES.include?(family)
          raise ArgumentError, "no profile of a family “#{family}”; known are #{FAMILIES.join(", ")}"
        end
        (@loaded ||= {})[family] ||= new(ProfileSource.new(family).data)
      end

      # @param product_code [String] of the device identification @return [Profile, nil]
      def self.for_product(product_code)
        family = FAMILIES.find { |one| product_code.to_s.start_with?(ProfileSource.product_code(one)) }
        family && load(family)
      end

      # @param data [Hash] as ProfileSource gives it @param version [String, nil] firmware; nil for the newest that
      # the profile knows
      def initialize(data, version: nil)
        @data = data
        @family = data.fetch("family")
        @title = data.fetch("title")
        @motor_kind = data.fetch("motor_kind").to_sym
        @product_code = data.fetch("product_code")
        @firmware = data.fetch("firmware")
        @version = version || @firmware
        @speed_command = data.fetch("speed_command")
        @volatile = data["memory"] == "volatile"
        @rating = data.fetch("rating").transform_keys(&:to_sym).freeze
        @groups = data.fetch("groups").freeze
        @feedback_terminals = data.fetch("feedback_terminals", {}).freeze
        @functions = data.fetch("functions").freeze
        @faults =
          data.fetch("faults").to_h { |code, row| [code, Fault.new(code: code, **row.transform_keys(&:to_sym))] }.freeze
        @entries =
          data
            .fetch("entries")
            .map { |row| build(row) }
            .select { |entry| there?(entry) }
            .sort_by { |entry| [entry.index, entry.subindex] }
            .freeze
        index_entries
        @signals = signals_of(data.fetch("signals"))
        @fault_signals = data.fetch("fault_trace").map { |key| signal(key) }.freeze
        @restores =
          data
            .fetch("restores")
            .map do |key, row|
              RestoreGroup.new(key: key, title: row.fetch("title"), groups: row["groups"], except: row["except"])
            end
            .select { |restore| self[restore.key] && settings_of(restore).any? }
            .freeze
      end

      # The dictionary as a drive with that firmware has it. An unreadable version counts as the newest.
      # @param version [String] e.g. "1.0.0" @return [Profile]
      def at_version(version)
        return self if version == @version || !version.to_s.match?(/\A\d{1,4}(\.\d{1,4}){0,3}\z/)
        @versions ||= {}
        @versions.shift if @versions.size >= MOST_VERSIONS && !@versions.key?(version)
        @versions[version] ||= self.class.new(@data, version: version)
      end

      # Versions that brought something, and the newest. @return [Array<String>]
      def versions =
        @known_versions ||=
          (entries_data.filter_map { |row| row["since"] } + functions.values + [firmware, "1.0.0"]).uniq.freeze

      # The dictionary with these keys alone. @return [Profile]
      def only(keys)
        rows = @data.fetch("entries").select { |row| keys.include?(row["key"]) }
        self.class.new(@data.merge("entries" => rows, "restores" => {}), version: version)
      end

      # Functions that the profile knows and this firmware lacks.
      # @return [Array<String>]
      def missing_functions = functions.reject { |_, since| reached?(since) }.keys
      def outdated? = Gem::Version.new(version) < Gem::Version.new(firmware)

      def [](key) = @by_key[key]
      def fetch(key) = @by_key.fetch(key) { raise KeyError, "#{title} has no value “#{key}”" }
      def at_register(register) = @by_register[register]
      def at(index, subindex = 0) = @by_address[[index, subindex]]
      def lookup = @lookup ||= Lookup.new(self)
      def settings = @settings ||= entries.select(&:setting?)
      def live = @live ||= entries.select(&:live).sort_by(&:register)
      def signal(key) = signals.find { |signal| signal.key == key }
      def signal_at(number) = signals.find { |signal| signal.number == number }
      def fault(code) = faults[code] || Fault.unknown(code)

      # Whether the speed is held by a loop over a measured one, and the torque by a current.
      def servo? = motor_kind != :induction
      # Whether the drive has to know where the magnets are: those of a motor with brushes commutate it themselves.
      def magnets_commutated? = servo? && motor_kind != :brushed
      # @return [Integer] of the motor, without its earth
      def motor_wires = { brushed: 2, stepper: 4 }.fetch(motor_kind, 3)
      # Whether it moves along a line, by a linear motor.
      def slides? = motor_kind == :linear

      # @return [String] unit in which speed is commanded and shown
      def speed_unit = fetch(speed_command.fetch("limit")).unit

      # Whether the drive keeps nothing when power goes: it has no stored memory, and starts with factory values.
      def volatile? = @volatile
      def stored_settings = volatile? ? [] : settings

      # @return [Hash{String => Object}] raw by key of all settings, as they leave the works
      def factory = @factory ||= settings.to_h { |entry| [entry.key, entry.default_raw] }.freeze

      # @param restore [RestoreGroup] @return [Array<Entry>] that it puts back
      def settings_of(restore) = settings.select { |entry| restore.covers?(entry.group) }

      # Entries that name this one as what they are derived from or go together with.
      def users_of(entry) =
        entries.select { |other| other.derived_from.include?(entry.key) || other.related.include?(entry.key) }

      # Contiguous register ranges that cover the given entries, each within one Modbus read.
      # @return [Array<Range>] of registers, end excluded
      def spans(entries, most: Modbus::MOST_READ)
        entries
          .sort_by(&:register)
          .each_with_object([]) do |entry, spans|
            last = spans.last
            if last && entry.registers.end - last.begin <= most && last.end == entry.register
              spans[-1] = last.begin...entry.registers.end
            else
              spans << entry.registers
            end
          end
      end

      private

      def there?(entry) = entry.since.nil? || reached?(entry.since)
      def reached?(since) = Gem::Version.new(since) <= Gem::Version.new(version)

      def build(row)
        Entry.new(
          **row.transform_keys(&:to_sym).merge(
            scale: rational(row["scale"] || 1),
            bits: (row["bits"] || {}).freeze,
            choices: (row["choices"] || {}).freeze
          )
        )
      end

      def signals_of(rows)
        known =
          rows.map { |key, row| Signal.new(key: key, **row.transform_keys(&:to_sym).merge(kind: row["kind"]&.to_sym)) }
        raise ArgumentError, "#{family}: two signals have one number" if known.uniq(&:number).size < known.size
        known.sort_by(&:number).freeze
      end

      def rational(scale) = scale == 1 ? 1 : (Rational(scale.to_s).then { |r| r.denominator == 1 ? r.to_i : r.to_f })

      def entries_data = @data.fetch("entries")

      def index_entries
        @by_key = unique(:key)
        @by_address = entries.to_h { |entry| [[entry.index, entry.subindex], entry] }
        raise ArgumentError, "#{family}: an index and sub-index is there twice" if @by_address.size < entries.size
        @by_register = {}
        entries.each { |entry| entry.registers.each { |register| claim(register, entry) } }
      end

      def claim(register, entry)
        other = @by_register[register]
        raise ArgumentError, "#{family}: #{entry.key} and #{other.key} share register #{register}" if other
        @by_register[register] = entry
      end

      def unique(member)
        entries
          .group_by(&member)
          .each { |name, same| raise ArgumentError, "#{family}: #{name} is there #{same.size} times" if same.size > 1 }
        entries.to_h { |entry| [entry.public_send(member), entry] }
      end
    end
  end
end
