# frozen_string_literal: true

module Gallop
  module Paddock
    # Function codes 20 and 21: read and write file record (Modbus application protocol 1.1b3, 6.14 and 6.15). Files
    # from 1 on are the program memory, 10 000 records of one register each. The program is taken by the loader alone,
    # in order from the start. A running program answers with the samples of its traces (Gallop::Traces).
    class FileRecords
      REFERENCE = 6
      READ_BYTES = 7
      LONGEST = 245

      def initialize(firmware)
        @firmware = firmware
      end

      # @return [String, Symbol] response, or the reason of a refusal
      def read(pdu)
        length = pdu.getbyte(1).to_i
        unless length == pdu.bytesize - 2 && (length % READ_BYTES).zero? && length.between?(READ_BYTES, LONGEST)
          return :count
        end
        parts =
          pdu.byteslice(2..).bytes.each_slice(READ_BYTES).map { |request| part(request.pack("C*").unpack("Cnnn")) }
        return parts.find { |part| part.is_a?(Symbol) } if parts.any?(Symbol)
        return :no_register if parts.any?(&:nil?)
        body = parts.map { |bytes| [bytes.bytesize + 1, REFERENCE].pack("CC") + bytes }.join
        body.bytesize > LONGEST ? :count : [20, body.bytesize].pack("CC") + body
      end

      # @return [String, Symbol] response, or the reason of a refusal
      def write(pdu)
        return :count unless pdu.getbyte(1) == pdu.bytesize - 2
        return :function unless loader?
        reference, file, record, words = pdu.byteslice(2..).unpack("Cnnn")
        data = pdu.byteslice(9..).to_s
        return :count unless reference == REFERENCE && words.to_i.positive? && data.bytesize == words * 2
        return :no_register unless record + words <= Program::RECORDS_A_FILE && file >= Program::FIRST_FILE
        @firmware.take(offset(file, record), data) ? pdu : :busy
      end

      private

      def loader? = @firmware.loader?
      def offset(file, record) = 2 * ((file - Program::FIRST_FILE) * Program::RECORDS_A_FILE + record)

      # @return [String, Symbol, nil] nil where there is no such record
      def part((reference, file, record, words))
        return unless reference == REFERENCE && words.between?(1, Traces::WORDS_A_REQUEST)
        return piece(@firmware.flash.received, file - Program::FIRST_FILE, record, words) if loader?
        first = [Traces::FIRST_FAULT_FILE, Traces::FIRST_FILE].find { |number| file >= number } or return
        channel, file = (file - first).divmod(Traces::FILES_A_CHANNEL)
        return unless channel < Traces::MOST_CHANNELS
        memory = first == Traces::FIRST_FILE ? @firmware.trace_memory : @firmware.fault_trace
        samples = memory.samples(channel) or return :busy
        piece(samples, file, record, words)
      end

      def piece(bytes, file, record, words)
        return if file.negative? || record >= Program::RECORDS_A_FILE
        piece = bytes.byteslice(2 * (file * Program::RECORDS_A_FILE + record), words * 2)
        piece if piece && piece.bytesize == words * 2
      end
    end
  end
end
