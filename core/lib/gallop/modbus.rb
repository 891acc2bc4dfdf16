# frozen_string_literal: true

module Gallop
  # What client and server of the open Modbus specification share: the frame of Modbus TCP and the meaning of
  # exception codes.
  # Pure bytes; the sockets are in the link and in the paddock. Source: Modbus Application Protocol 1.1b3, Messaging
  # on TCP/IP 1.0b.
  module Modbus
    HEADER_BYTES = 7
    LONGEST_PDU = 253
    MOST_READ = 125 # registers in one answer (function codes 3, 4)
    MOST_WRITTEN = 123 # registers in one request (function code 16)

    EXCEPTIONS = {
      1 => "function code not supported",
      2 => "no such register",
      3 => "value or count not allowed",
      4 => "device failure",
      5 => "acknowledged, still working",
      6 => "device busy",
      8 => "memory parity error",
      10 => "gateway path unavailable",
      11 => "gateway target did not answer"
    }.freeze

    Header =
      Record.define(:transaction, :protocol, :length, :unit) do
        def self.parse(bytes)
          transaction, protocol, length, unit = bytes.unpack("nnnC")
          new(transaction: transaction, protocol: protocol, length: length, unit: unit)
        end

        def pdu_bytes = length - 1
        def valid? = protocol.zero? && length.between?(2, LONGEST_PDU + 1)
      end

    module_function

    # @return [String] a frame as bytes
    def frame(transaction, unit, pdu)
      [transaction, 0, pdu.bytesize + 1, unit].pack("nnnC") + pdu
    end
  end
end
