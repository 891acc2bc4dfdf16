# frozen_string_literal: true

require "json"

module Gallop
  module Paddock
    # The two memories of a drive: live (volatile) and stored (a file that stands for its EEPROM), and the drive's own records.
    # The file is replaced whole, so that power may go at any moment.
    class Memory
      attr_reader :live, :stored, :records

      # @param profile [Objects::Profile] @param file [String, nil] path; nil keeps it in this process only
      # @param identity [Hash] key => raw of entries that differ from drive to drive
      def initialize(profile, file: nil, identity: {})
        @profile = profile
        @file = file
        @identity = identity
        @factory = profile.entries.to_h { |entry| [ entry.key, entry.default_raw ] }.merge(identity)
        load_file
        power_up
      end

      # What the drive does with its memory as it starts: stored settings, the rest at its default.
      def power_up
        @live = @factory.merge(@stored)
      end

      def store
        @stored = @profile.settings.to_h { |entry| [ entry.key, @live[entry.key] ] }
        save
      end

      def restore_factory
        @stored = @profile.settings.to_h { |entry| [ entry.key, @factory[entry.key] ] }
        save
      end

      def save
        return if @file.nil?
        temporary = "#{@file}.new"
        File.open(temporary, "w") do |io|
          io.write(JSON.generate("stored" => @stored, "records" => @records))
          io.fsync
        end
        File.rename(temporary, @file)
      end

      private

      def load_file
        data = @file && File.exist?(@file) ? JSON.parse(File.read(@file)) : {}
        known = @profile.settings.to_h { |entry| [ entry.key, @factory[entry.key] ] }
        @stored = known.merge(data.fetch("stored", {}).slice(*known.keys))
        @records = { "starts" => 0, "powered_seconds" => 0.0, "enabled_seconds" => 0.0, "faults" => [] }.merge(data.fetch("records", {}))
      end
    end
  end
end
