# frozen_string_literal: true

module Gallop
  module Objects
    # A data type of the dictionary and its Modbus form: 16-bit words, high word first; floats IEEE 754 single; text
    # two bytes a word, padded with zeros. Codes are those of CiA 306 (DataType).
    DataType =
      Record.define(:name, :code, :range, words: 1) do
        def self.fetch(name) =
          TYPES.fetch(name) { raise ArgumentError, "“#{name}” is no data type; known are #{TYPES.keys.join(", ")}" }

        def integer? = name.match?(/\A[ui]\d/)
        def text? = name == "text"
        def float? = name == "f32"

        # @param raw [Integer, Float, String] @param words [Integer] length of a text in registers
        # @return [Array<Integer>] register words
        def encode(raw, words: self.words)
          case name
          when "f32"
            [raw].pack("g").unpack("nn")
          when "text"
            raw.to_s.b.ljust(words * 2, "\0")[0, words * 2].unpack("n*")
          else
            words == 2 ? [(raw >> 16) & 0xFFFF, raw & 0xFFFF] : [raw & 0xFFFF]
          end
        end

        # A text goes to terminals and into files: control characters of whoever wrote it go no further.
        # @param registers [Array<Integer>] @return [Integer, Float, String, nil] nil for a float that is no number
        def decode(registers)
          case name
          when "f32"
            registers.pack("nn").unpack1("g").then { |figure| figure if figure.finite? }
          when "text"
            registers.pack("n*").delete("\0").force_encoding(Encoding::UTF_8).scrub("?").gsub(/[[:cntrl:]]/, "?")
          when "i16"
            signed(registers[0], 16)
          when "i8"
            signed(registers[0] & 0xFF, 8)
          when "i32"
            signed((registers[0] << 16) | registers[1], 32)
          else
            words == 2 ? (registers[0] << 16) | registers[1] : registers[0]
          end
        end

        private

        def signed(number, bits) = number[bits - 1] == 1 ? number - (1 << bits) : number
      end

    TYPES =
      {
        "u8" => [0x05, 0..0xFF, 1],
        "i8" => [0x02, -0x80..0x7F, 1],
        "u16" => [0x06, 0..0xFFFF, 1],
        "i16" => [0x03, -0x8000..0x7FFF, 1],
        "u32" => [0x07, 0..0xFFFFFFFF, 2],
        "i32" => [0x04, -0x80000000..0x7FFFFFFF, 2],
        "f32" => [0x08, -3.4e38..3.4e38, 2],
        "text" => [0x09, nil, 8]
      }.to_h { |name, (code, range, words)| [name, DataType.new(name: name, code: code, range: range, words: words)] }
        .freeze
  end
end
