# frozen_string_literal: true

module Gallop
  module Paddock
    # Answers one Modbus request (a PDU) from the firmware of a stand-in. Everything that a client can get wrong ends
    # in the standard exception code, with the details in the diagnosis objects; nothing a client sends can raise.
    class Responder
      FUNCTION = 1
      ADDRESS = 2
      VALUE = 3
      FAILURE = 4
      BUSY = 6

      EXCEPTION_OF = {
        no_register: ADDRESS,
        read_only: ADDRESS,
        write_only: ADDRESS,
        part: VALUE,
        below: VALUE,
        above: VALUE,
        no_choice: VALUE,
        signature: VALUE,
        enabled: FAILURE,
        held: FAILURE,
        not_held: FAILURE,
        terminals: FAILURE,
        busy: BUSY,
        function: FUNCTION,
        count: VALUE
      }.freeze

      # A request that is answered with an exception.
      class Refused < StandardError
        attr_reader :register, :reason

        def initialize(register, reason)
          @register = register
          @reason = reason
          super("register #{register}: #{reason}")
        end
      end

      def initialize(stand_in)
        @stand_in = stand_in
      end

      # @param pdu [String] request bytes @param from [Object, nil] the connection that they came over @return
      # [String] response bytes
      def answer(pdu, from: nil)
        @from = from
        @firmware = @stand_in.firmware
        @profile = @firmware.profile
        @firmware.served
        respond(pdu.getbyte(0), pdu)
      rescue Refused => e
        @firmware.refused(e.register, e.reason)
        [pdu.getbyte(0) | 0x80, EXCEPTION_OF.fetch(e.reason)].pack("CC")
      end

      private

      def respond(function, pdu)
        case function
        when 3, 4
          read(pdu)
        when 6
          write_single(pdu)
        when 16
          write_multiple(pdu)
        when 20
          file_records(:read, pdu)
        when 21
          file_records(:write, pdu)
        when 23
          read_and_write(pdu)
        when 43
          DeviceIdentification.new(@profile, @firmware).answer(pdu) or refuse(0, :count)
        else
          refuse(0, :function)
        end
      end

      def read(pdu)
        refuse(0, :count) unless pdu.bytesize == 5
        function, first, count = pdu.unpack("Cnn")
        words = registers(first, count)
        [function, words.size * 2].pack("CC") + words.pack("n*")
      end

      def write_single(pdu)
        refuse(0, :count) unless pdu.bytesize == 5
        _, register, word = pdu.unpack("Cnn")
        assign(register, [word])
        pdu
      end

      def write_multiple(pdu)
        refuse(0, :count) if pdu.bytesize < 8
        _, first, count, bytes = pdu.unpack("CnnC")
        unless count.between?(1, Modbus::MOST_WRITTEN) && bytes == count * 2 && pdu.bytesize == 6 + bytes
          refuse(first, :count)
        end
        assign(first, pdu.byteslice(6..).unpack("n*"))
        pdu.byteslice(0, 5)
      end

      def read_and_write(pdu)
        refuse(0, :count) if pdu.bytesize < 12
        _, read_first, read_count, first, count, bytes = pdu.unpack("CnnnnC")
        refuse(first, :count) unless count.between?(1, 121) && bytes == count * 2 && pdu.bytesize == 10 + bytes
        check_span(read_first, read_count)
        assign(first, pdu.byteslice(10..).unpack("n*"))
        words = registers(read_first, read_count)
        [23, words.size * 2].pack("CC") + words.pack("n*")
      end

      def file_records(verb, pdu)
        answer = FileRecords.new(@firmware).public_send(verb, pdu)
        answer.is_a?(Symbol) ? refuse(0, answer) : answer
      end

      def check_span(first, count)
        refuse(first, :count) unless count.between?(1, Modbus::MOST_READ)
        (first...first + count).each { |register| entry_at(register) }
      end

      def registers(first, count)
        check_span(first, count)
        words = []
        register = first
        while register < first + count
          entry, start = entry_at(register)
          encoded = entry.encode(first_word(entry, start))
          encoded = encoded[(register - start)..]
          words.concat(encoded)
          register += encoded.size
        end
        words.first(count)
      end

      # A stored value is read at its register plus an offset.
      def first_word(entry, start)
        start >= Objects::Profile::STORED_OFFSET ? @firmware.memory.stored.fetch(entry.key) : @firmware.read(entry)
      end

      def entry_at(register)
        stored = register >= Objects::Profile::STORED_OFFSET
        entry = @profile.at_register(stored ? register - Objects::Profile::STORED_OFFSET : register)
        refuse(register, :no_register) if entry.nil? || (stored && !kept?(entry))
        [entry, entry.register + (stored ? Objects::Profile::STORED_OFFSET : 0)]
      end

      def kept?(entry) = entry.setting? && !@profile.volatile?

      # All or nothing: every value is checked before the first is taken.
      def assign(first, words)
        pairs = decode(first, words)
        pairs.each do |entry, raw|
          objection = @firmware.objection(entry, raw, from: @from)
          refuse(entry.register, objection) if objection
        end
        pairs.each { |entry, raw| @firmware.write(entry, raw, from: @from) }
      end

      def decode(first, words)
        pairs = []
        until words.empty?
          entry = @profile.at_register(first) or refuse(first, :no_register)
          refuse(first, :part) if first != entry.register || words.size < entry.register_count
          pairs << [entry, entry.decode(words.shift(entry.register_count))]
          first += entry.register_count
        end
        pairs
      end

      def refuse(register, reason) = raise(Refused.new(register, reason))
    end
  end
end
