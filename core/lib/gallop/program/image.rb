# frozen_string_literal: true

require "digest"
require "json"
require "zlib"

module Gallop
  module Program
    # A firmware image: one line of format, one line of JSON, then the program itself (see docs/formats.md).
    #
    #   GALLOP-PROGRAM 1
    #   {"family":"haflinger","product":1212237315,"version":"1.1.0","size":49152,"sha256":"…"}
    #   …
    class Image
      FORMAT = "GALLOP-PROGRAM 1"
      LONGEST = 400_000
      LONGEST_HEADER = 2_000
      FIELDS = {
        "family" => String,
        "product" => Integer,
        "version" => String,
        "size" => Integer,
        "sha256" => String
      }.freeze

      attr_reader :family, :product, :version, :payload, :bytes

      # @raise [Unreadable] with what is wrong and where
      def self.parse(bytes) = new(bytes.b)

      # @param payload [String] the program @return [Image]
      def self.build(family:, product:, version:, payload:)
        header = {
          family: family,
          product: product,
          version: version,
          size: payload.bytesize,
          sha256: Digest::SHA256.hexdigest(payload)
        }
        parse("#{FORMAT}\n#{JSON.generate(header)}\n".b + payload.b)
      end

      def initialize(bytes)
        @bytes = bytes
        refuse "it has #{bytes.bytesize} bytes; an image has at most #{LONGEST}" if bytes.bytesize > LONGEST
        format, header, @payload = bytes.split("\n".b, 3)
        refuse "line 1: “#{FORMAT}” is expected" unless format == FORMAT.b
        take(header.to_s)
        check_payload
      end

      def check_sum = Zlib.crc32(payload)

      # @param profile [Objects::Profile] of the drive @param product [Integer] its product number (0x1018:02)
      # @return [String, nil] why it must not be written to that drive
      def objection(profile, product:)
        return "It is made for the family #{family}; this drive is a #{profile.title}." unless family == profile.family
        return nil if self.product == product
        "It is made for another rating (product #{Kernel.format("0x%08X", self.product)}); this drive is " \
          "#{Kernel.format("0x%08X", product)}."
      end

      private

      def take(line)
        if line.empty? || line.bytesize > LONGEST_HEADER
          refuse "line 2: a header of at most #{LONGEST_HEADER} bytes is expected"
        end
        line = line.dup.force_encoding(Encoding::UTF_8)
        refuse "line 2: it is no UTF-8" unless line.valid_encoding?
        header = JSON.parse(line)
        refuse "line 2: a table is expected" unless header.is_a?(Hash)
        FIELDS.each do |name, kind|
          refuse "line 2: “#{name}” is missing or of the wrong kind" unless header[name].is_a?(kind)
        end
        unless header["version"].match?(/\A\d+\.\d+\.\d+\z/)
          refuse "line 2: “#{header["version"].scrub("?")[0, 20]}” is no version"
        end
        @family, @product, @version, @size, @digest = header.values_at(*FIELDS.keys)
      rescue JSON::ParserError, EncodingError
        refuse "line 2: it is no JSON"
      end

      def check_payload
        found = payload.to_s.bytesize
        refuse "the program has #{found} bytes, its header says #{@size}" unless found == @size
        unless Digest::SHA256.hexdigest(payload.to_s) == @digest
          refuse "the program is damaged: its SHA-256 is not the one of its header"
        end
      end

      def refuse(reason) = raise(Unreadable, "This is no firmware image that can be used: #{reason}.")
    end
  end
end
