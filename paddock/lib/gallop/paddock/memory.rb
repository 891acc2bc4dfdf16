# frozen_string_literal: true

module Gallop
  module Paddock
    # The two memories of a drive: live and stored (a file that stands for its EEPROM), and the drive's own records. A
    # volatile drive has no stored memory: it starts with factory values each time.
    class Memory
      EMPTY_RECORDS = { "starts" => 0, "powered_seconds" => 0.0, "enabled_seconds" => 0.0, "faults" => [] }.freeze

      attr_reader :live, :stored, :records

      # @param profile [Objects::Profile] the newest that the family has: settings of a newer firmware outlive an
      # older one
      # @param file [String, nil] path; nil keeps it in this process only
      # @param identity [Hash] key => raw of entries that differ from drive to drive
      def initialize(profile, file: nil, identity: {})
        @profile = profile
        @file = profile.volatile? ? nil : file
        @factory = profile.entries.to_h { |entry| [entry.key, entry.default_raw] }.merge(identity)
        load_file
        power_up(profile)
      end

      # What the drive does with its memory as it starts: stored settings, the rest at its default.
      # @param profile [Objects::Profile] of the firmware that starts @param check_sum [Integer] of its program
      def power_up(profile, check_sum: 0)
        forget if profile.volatile?
        @live = @factory.slice(*profile.entries.map(&:key)).merge(@stored.slice(*profile.stored_settings.map(&:key)))
        @live["device.firmware"] = profile.version
        @live["program.identification"] = check_sum
      end

      # @return [Boolean] whether it was taken
      def store = keep(@stored.merge(@live.slice(*@stored.keys)))

      # @param entries [Array<Objects::Entry>] @return [Boolean] whether it was taken
      def restore_factory(entries) = keep(@stored.merge(@factory.slice(*entries.map(&:key))))

      def save
        Keeping.write(@file, "stored" => @stored, "records" => @records)
      end

      private

      # All of it or nothing.
      def keep(stored)
        before = @stored
        @stored = stored
        save || (@stored = before) && false
      end

      def forget
        @records = EMPTY_RECORDS.merge("faults" => [])
      end

      def load_file
        data = Keeping.read(@file) || {}
        known = @profile.stored_settings.to_h { |entry| [entry.key, @factory[entry.key]] }
        @stored = known.merge(data.fetch("stored", {}).slice(*known.keys))
        @records = EMPTY_RECORDS.merge("faults" => []).merge(data.fetch("records", {}))
      end
    end
  end
end
