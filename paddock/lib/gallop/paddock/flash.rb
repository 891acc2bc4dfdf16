# frozen_string_literal: true

require "json"
require "stringio"
require "zlib"

module Gallop
  module Paddock
    # The program memory of a stand-in: which firmware it holds, whether it is whole, and what its loader has taken so
    # far. Kept in a file of its own, replaced whole; what the loader has taken is lost with power, as the program
    # memory is then cleared anew.
    class Flash
      VERSIONS = %w[1.0.0 1.1.0].freeze # that were shipped

      attr_reader :version, :check_sum, :error, :received

      # @param profile [Objects::Profile] the newest that the family has @param version [String] what it left the
      # works with
      def initialize(profile, version:, file: nil)
        @profile = profile
        @file = file
        @version = version
        @check_sum = Flash.shipped(profile, version).check_sum
        @valid = true
        @error = 0
        @received = +"".b
        load_file
      end

      # The image of a version as the maker ships it: its dictionary, and machine code that nobody runs.
      # @return [Program::Image]
      def self.shipped(profile, version)
        entries = profile.at_version(version).entries
        dictionary =
          Zlib.deflate(JSON.generate(entries.map { |entry| [entry.index, entry.subindex, entry.register, entry.key] }))
        body = Random.new(Zlib.crc32("#{profile.family} #{version}")).bytes(48 * 1024)
        payload = [dictionary.bytesize].pack("N") + dictionary + body
        Program::Image.build(
          family: profile.family,
          product: profile.fetch("device.product").default_raw,
          version: version,
          payload: payload
        )
      end

      def valid? = @valid
      def profile = @profile.at_version(version)

      def clear
        @valid = false
        @error = 1
        @received = +"".b
        save
      end

      # @param offset [Integer] in bytes @return [Boolean] whether it was taken
      def take(offset, bytes)
        return false if @valid || offset != @received.bytesize || offset + bytes.bytesize > Program::Image::LONGEST
        @received << bytes
        true
      end

      # Checks what was taken and makes it the program. @return [Boolean]
      def commit
        return true if @valid
        image = Program::Image.parse(unpadded)
        return fail_with(2) if image.objection(@profile, product: @profile.fetch("device.product").default_raw)
        @version = image.version
        @check_sum = image.check_sum
        @valid = true
        @error = 0
        save
        true
      rescue Program::Unreadable
        fail_with(3)
      end

      private

      # A file of an odd number of bytes travels with one more.
      def unpadded
        header = @received.split("\n".b, 3).first(2)
        size = header[1].to_s[/"size":(\d+)/, 1].to_i
        @received.byteslice(0, header.sum(&:bytesize) + 2 + size).to_s
      end

      def fail_with(code)
        @error = code
        false
      end

      def save
        Keeping.write(@file, "version" => @version, "check_sum" => @check_sum, "valid" => @valid)
      end

      def load_file
        kept = Keeping.read(@file) or return
        @version, @check_sum, @valid = kept.values_at("version", "check_sum", "valid")
        @error = 1 unless @valid
      end
    end
  end
end
