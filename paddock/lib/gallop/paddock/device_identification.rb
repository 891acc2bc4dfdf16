# frozen_string_literal: true

module Gallop
  module Paddock
    # Function code 43, MEI type 14: read device identification (Modbus application protocol 1.1b3, 6.21).
    class DeviceIdentification
      MEI = 14
      CONFORMITY = 0x83 # extended identification, stream and individual access
      ROOM = 240
      LAST = { 1 => 0x02, 2 => 0x06, 3 => 0xFF }.freeze # basic, regular, extended

      def initialize(profile, firmware)
        @objects = {
          0x00 => "Gallop Paddock",
          0x01 => "#{profile.product_code}-#{firmware.memory.live["device.serial"]}",
          0x02 => text(firmware, "device.firmware"),
          0x04 => profile.title,
          0x05 => text(firmware, "device.name"),
          0x06 => firmware.memory.live["device.label"].to_s,
          0x80 => firmware.loader? ? "loader" : "running"
        }
      end

      # @return [String, nil] the response, nil for a request that is not understood
      def answer(pdu)
        return unless pdu.bytesize == 4
        _, mei, code, object = pdu.unpack("CCCC")
        return unless mei == MEI
        return individual(object) if code == 4
        stream(code, object) if code.between?(1, 3)
      end

      private

      def text(firmware, key) = firmware.memory.live.fetch(key)

      def stream(code, first)
        last = LAST.fetch(code)
        ids = @objects.keys.select { |id| id <= last }
        first = 0 unless ids.include?(first)
        chosen, more = fitting(ids.select { |id| id >= first })
        header = [43, MEI, code, CONFORMITY, more ? 0xFF : 0, more || 0, chosen.size].pack("C7")
        header + chosen.map { |id| packed(id) }.join
      end

      def individual(id)
        return unless @objects.key?(id)
        [43, MEI, 4, CONFORMITY, 0, 0, 1].pack("C7") + packed(id)
      end

      def fitting(ids)
        room = ROOM
        chosen = ids.take_while { |id| (room -= packed(id).bytesize) >= 0 }
        [chosen, ids[chosen.size]]
      end

      def packed(id) = [id, @objects[id].bytesize].pack("CC") + @objects[id].b
    end
  end
end
