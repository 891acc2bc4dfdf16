# frozen_string_literal: true

require "socket"

module Gallop
  module Paddock
    # Modbus TCP for one stand-in: a thread a client. While the drive is off, booting or unplugged it is silent, as a
    # real one would be:
    # nothing is answered, and clients that were connected when it fell silent find their connection dead. It has room
    # for a few clients; when that is taken, the one that has asked nothing for the longest time gives way.
    class Server
      MOST_CLIENTS = 16
      TICK = 0.05 # s between looks at the cable
      REQUEST_TIME = 1.0 # s from the first byte of a request to its last
      IDLE = 2.0 # s without a request after which a client may have to give way

      # One client: its socket, and when it last asked something.
      Client = Struct.new(:socket, :asked_at)

      attr_reader :port

      def initialize(stand_in, port:, host: "127.0.0.1")
        @stand_in = stand_in
        @responder = Responder.new(stand_in)
        @socket = TCPServer.new(host, port)
        @port = @socket.addr[1]
        @clients = []
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
        until @socket.closed?
          socket = accept or next
          client = admit(socket)
          client ? Thread.new(client) { |one| serve(one) } : socket.close
        end
      end

      def accept
        @socket.accept
      rescue IOError, Errno::EBADF
        nil # the server was stopped
      rescue SystemCallError
        sleep TICK # the client went away again, or there are too many files open: the next one may fare better
        nil
      end

      # @return [Client, nil] nil when there is no room
      def admit(socket)
        @mutex.synchronize do
          make_room if @clients.size >= MOST_CLIENTS
          next if @clients.size >= MOST_CLIENTS
          Client.new(socket, now).tap { |client| @clients << client }
        end
      end

      def make_room
        idle = @clients.reject { |client| @stand_in.firmware&.held_by?(client) }.min_by(&:asked_at)
        return unless idle && now - idle.asked_at > IDLE
        @clients.delete(idle)
        idle.socket.shutdown
      rescue SystemCallError, IOError
        nil # it is gone already
      end

      def serve(client)
        client.socket.setsockopt(Socket::IPPROTO_TCP, Socket::TCP_NODELAY, 1)
        firmware = await_drive
        answer(client) while firmware && connected?(firmware) && (client.socket.wait_readable(TICK) || true)
      rescue SystemCallError, IOError
        nil # the client went away
      ensure
        leave(client, firmware)
      end

      # What arrives while the cable is out is lost, and so is the connection.
      def connected?(firmware) = @stand_in.cable_plugged && @stand_in.firmware.equal?(firmware)

      def await_drive
        sleep TICK until @stand_in.reachable? || @socket.closed?
        @stand_in.firmware
      end

      def answer(client)
        return unless client.socket.wait_readable(0)
        deadline = now + REQUEST_TIME
        header = Modbus::Header.parse(exactly(client, Modbus::HEADER_BYTES, deadline))
        raise EOFError, "no Modbus frame" unless header.valid?
        pdu = exactly(client, header.pdu_bytes, deadline)
        client.asked_at = now
        response = @stand_in.synchronize { @stand_in.reachable? ? @responder.answer(pdu, from: client) : nil }
        reply(client, Modbus.frame(header.transaction, header.unit, response)) if response
      end

      # Reading and writing without blocking keeps Ruby's interpreter, which the clock would not give back for a while.
      def reply(client, frame)
        sent = client.socket.write_nonblock(frame, exception: false)
        raise EOFError, "the client takes no answers" unless sent == frame.bytesize
      end

      def exactly(client, count, deadline)
        bytes = +"".b
        while bytes.bytesize < count
          case chunk = client.socket.read_nonblock(count - bytes.bytesize, exception: false)
          when nil
            raise EOFError, "the client went away"
          when String
            bytes << chunk
          else
            client.socket.wait_readable([deadline - now, 0].max) or raise EOFError, "half a request"
          end
        end
        bytes
      end

      # A drive that fell silent says no goodbye: the connection is held open without an answer until it can be
      # reached again. A drive that can be reached notices that the client is gone; one whose cable is out does not.
      def leave(client, firmware)
        @stand_in.synchronize { firmware.gone(client) } if firmware && connected?(firmware)
        sleep TICK until @stand_in.reachable? || @socket.closed? || gone?(client)
        client.socket.close
      rescue SystemCallError, IOError
        nil
      ensure
        @mutex.synchronize { @clients.delete(client) }
      end

      def gone?(client)
        client.socket.wait_readable(0) && client.socket.read_nonblock(4096, exception: false).nil?
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
