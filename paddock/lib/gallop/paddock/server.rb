# frozen_string_literal: true

require "socket"

module Gallop
  module Paddock
    # Modbus TCP for one stand-in: a thread a client. While the drive is off, booting or unplugged it is silent, as a real one would be:
    # nothing is answered, and clients that were connected when it fell silent find their connection dead.
    class Server
      MOST_CLIENTS = 16
      TICK = 0.05 # s between looks at the cable

      attr_reader :port

      def initialize(stand_in, port:, host: "127.0.0.1")
        @stand_in = stand_in
        @responder = Responder.new(stand_in)
        @socket = TCPServer.new(host, port)
        @port = @socket.addr[1]
        @clients = 0
        @mutex = Mutex.new
      end

      def start
        @thread = Thread.new { accept_clients }
        @thread.name = "server #{@stand_in.name}"
        self
      end

      def stop
        @socket.close
        @thread&.join(1)
      end

      private

      def accept_clients
        loop do
          client = @socket.accept
          next client.close unless admit
          Thread.new { serve(client) }
        end
      rescue IOError, Errno::EBADF
        nil # the server was stopped
      end

      def admit
        @mutex.synchronize { @clients < MOST_CLIENTS && (@clients += 1) }
      end

      def serve(client)
        client.setsockopt(Socket::IPPROTO_TCP, Socket::TCP_NODELAY, 1)
        firmware = await_drive
        answer(client) while firmware && connected?(firmware) && (client.wait_readable(TICK) || true)
      rescue EOFError, SystemCallError, IOError
        nil # the client went away
      ensure
        leave(client)
      end

      # What arrives while the cable is out is lost, and so is the connection.
      def connected?(firmware) = @stand_in.cable_plugged && @stand_in.firmware.equal?(firmware)

      def await_drive
        sleep TICK until @stand_in.reachable? || @socket.closed?
        @stand_in.firmware
      end

      def answer(client)
        return unless client.wait_readable(0)
        header = Modbus::Header.parse(exactly(client, Modbus::HEADER_BYTES))
        raise EOFError, "no Modbus frame" unless header.valid?
        pdu = exactly(client, header.pdu_bytes)
        response = @stand_in.synchronize { @stand_in.reachable? ? @responder.answer(pdu) : nil }
        client.write(Modbus.frame(header.transaction, header.unit, response)) if response
      end

      def exactly(client, count)
        bytes = client.read(count)
        raise EOFError, "connection ended" if bytes.nil? || bytes.bytesize < count
        bytes
      end

      # A drive that fell silent says no goodbye: the connection is held open without an answer until it can be reached again.
      def leave(client)
        sleep TICK until @stand_in.reachable? || @socket.closed? || client_gone?(client)
        client.close
      rescue SystemCallError, IOError
        nil
      ensure
        @mutex.synchronize { @clients -= 1 }
      end

      def client_gone?(client)
        client.wait_readable(0) && client.read_nonblock(4096, exception: false).nil?
      end
    end
  end
end
