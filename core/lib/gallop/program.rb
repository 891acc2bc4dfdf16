# frozen_string_literal: true

module Gallop
  # Firmware of a drive as a file, and its way over the wire (function codes 20 and 21).
  #
  #   image = Gallop::Program::Image.parse(File.binread("haflinger-1.1.0.gpi"))
  #   image.objection(profile, product: 0x48414603)   # => nil, or why it does not fit
  module Program
    # The file is no image, or a damaged one. The message says where.
    class Unreadable < Refusal
    end

    # Signatures of object 0x1F51 (CiA 302-3).
    STOP = 0
    START = 1
    CLEAR = 3

    # Error field of object 0x1F57, bits 1 to 7.
    FLASH_ERRORS = {
      0 => "no error",
      1 => "no valid program",
      2 => "unknown format",
      3 => "wrong check sum",
      4 => "not cleared",
      6 => "wrong address"
    }.freeze

    # An image travels in Modbus files of 10 000 records of one register each, the first of them file 1.
    RECORDS_A_FILE = 10_000
    WORDS_A_REQUEST = 118
    FIRST_FILE = 1

    # @param bytes [String] @return [Array<Array(Integer, Integer, Array<Integer>)>] file, record and words of each
    # request
    def self.pieces(bytes)
      padded = bytes.bytesize.odd? ? "#{bytes}\0" : bytes
      padded
        .unpack("n*")
        .each_slice(RECORDS_A_FILE)
        .with_index
        .flat_map do |words, file|
          words
            .each_slice(WORDS_A_REQUEST)
            .with_index
            .map { |piece, n| [FIRST_FILE + file, n * WORDS_A_REQUEST, piece] }
        end
    end
  end
end
