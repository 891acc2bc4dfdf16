# frozen_string_literal: true

require "socket"

module Wire
  # A Modbus TCP client for one thread. Every call has one deadline for all its bytes; a late, short or foreign answer
  # raises Lost, after which the socket must not be used again. See docs/decisions/modbus-client.md for why this is
  # not a gem.
  class Modbus
    CONNECT_TIMEOUT = 1.0 # s
    LONGEST_READ = 4096 # bytes
    ANSWER_TIMEOUT = 0.6 # s; a drive answers within milliseconds, and a loss has to be shown within a second
    OVERSLEPT = 0.1 # s past a deadline, by which this process knows that it was kept from running
    GRACE = 0.2 # s
    MOST_PARTS = 16 # answers in which a device may tell its identification
    IDENTITY_TIME = 2.0 # s for all of them
    IDENTITY_HEADER = 7 # bytes

    def self.open(host, port, unit: 1, connect_timeout: CONNECT_TIMEOUT)
      socket = Socket.tcp(host, port, connect_timeout: connect_timeout)
      socket.setsockopt(Socket::IPPROTO_TCP, Socket::TCP_NODELAY, 1)
      new(socket, unit)
    rescue SystemCallError, SocketError, IOError => e
      raise Lost, reason_for(e, host, port)
    end

    def self.reason_for(error, host, port)
      case error
      when Errno::ECONNREFUSED
        "Nothing listens at #{host}:#{port}. Is the drive powered, and the port right?"
      when Errno::ETIMEDOUT
        "#{host}:#{port} does not answer. Is the cable plugged in, and the address of this network?"
      when Errno::EHOSTUNREACH, Errno::ENETUNREACH
        "There is no way to #{host} from this laptop's networks."
      when SocketError
        "“#{host}” is no address that can be found."
      else
        "No connection to #{host}:#{port}: #{error.message}"
      end
    end

    def initialize(socket, unit)
      @socket = socket
      @unit = unit
      @transaction = 0
      @arrived = +"".b
    end

    def close = @socket.close

    # @return [Array<Integer>] register words
    def read(first, count)
      words_of(ask([3, first, count].pack("Cnn")), count)
    end

    def write(first, words)
      ask([16, first, words.size, words.size * 2, *words].pack("CnnCn*"))
      nil
    end

    # Writes, then reads, in one exchange.
    def write_and_read(first, words, read_first, count)
      words_of(ask([23, read_first, count, first, words.size, words.size * 2, *words].pack("CnnnnCn*")), count)
    end

    # Function code 21, one group. @raise [Refused]
    def write_file(file, record, words)
      body = [6, file, record, words.size, *words].pack("Cnnnn*")
      ask([21, body.bytesize].pack("CC") + body)
      nil
    end

    # Function code 20, one group. @return [String] bytes @raise [Refused]
    def read_file(file, record, words)
      answer = ask([20, 7, 6, file, record, words].pack("CCCnnn"))
      unless answer.bytesize == 4 + words * 2 && answer.getbyte(2) == words * 2 + 1
        raise Lost, "#{words} records were asked for, #{answer.bytesize - 4} bytes came."
      end
      answer.byteslice(4..)
    end

    # Function code 43/14. @return [Hash{Integer => String}] object id => text
    def identify
      objects = {}
      object = 0
      deadline = now + IDENTITY_TIME
      MOST_PARTS.times do
        break if now > deadline
        object = parse_identification(ask([43, 14, 3, object].pack("C4")), objects)
        return objects if object.nil?
      end
      raise Lost,
            "The device identification does not end: #{MOST_PARTS} answers, or #{IDENTITY_TIME.round} s, and more " \
              "is announced."
    end

    private

    def ask(pdu)
      deadline = now + ANSWER_TIMEOUT
      @transaction = (@transaction + 1) & 0xFFFF
      send_frame(Gallop::Modbus.frame(@transaction, @unit, pdu))
      answer = receive(deadline)
      return answer if answer.getbyte(0) == pdu.getbyte(0)
      raise Refused, answer.getbyte(1) || 0 if answer.getbyte(0) == (pdu.getbyte(0) | 0x80)
      raise Lost, "The drive answered a question that was not asked (function #{answer.getbyte(0)})."
    rescue SystemCallError, IOError => e
      raise Lost, "The connection broke: #{e.message}"
    end

    # A frame is far smaller than the socket's buffer. Writing and reading without blocking keeps Ruby's interpreter:
    # one exchange gives it up once, for the wait, however busy the other threads are.
    def send_frame(frame)
      sent = @socket.write_nonblock(frame, exception: false)
      raise Lost, "The connection takes no more bytes." unless sent == frame.bytesize
    end

    def receive(deadline)
      header = Gallop::Modbus::Header.parse(take(Gallop::Modbus::HEADER_BYTES, deadline))
      raise Lost, "What came back is no Modbus frame." unless header.valid?
      raise Lost, "The drive answered out of turn." unless header.transaction == @transaction
      take(header.pdu_bytes, deadline)
    end

    def take(count, deadline)
      gather(deadline) while @arrived.bytesize < count
      @arrived.slice!(0, count)
    end

    # An answer that came while this process itself was kept from running is an answer; one that would have come, as
    # nothing ran on this machine, has a moment more.
    def gather(deadline)
      answered = @socket.wait_readable([deadline - now, 0].max)
      answered ||= @socket.wait_readable(GRACE) if now - deadline > OVERSLEPT
      raise Lost, timeout_text(@arrived) unless answered
      chunk = @socket.read_nonblock(LONGEST_READ, exception: false)
      raise Lost, "The drive closed the connection." if chunk.nil?
      @arrived << chunk unless chunk == :wait_readable
    end

    def timeout_text(bytes)
      if bytes.empty?
        "No answer for #{(ANSWER_TIMEOUT * 1000).round} ms."
      else
        "The answer broke off after #{bytes.bytesize} bytes."
      end
    end

    def words_of(answer, count)
      unless answer.bytesize == 2 + count * 2 && answer.getbyte(1) == count * 2
        raise Lost, "#{count} registers were asked for, #{answer.bytesize - 2} bytes came."
      end
      answer.byteslice(2..).unpack("n*")
    end

    # @return [Integer, nil] the object from which to ask on; nil at the end
    def parse_identification(answer, objects)
      raise Lost, "The device identification is cut short." if answer.bytesize < IDENTITY_HEADER
      _, _, _, _, more, following, count = answer.unpack("C7")
      rest = answer.byteslice(IDENTITY_HEADER..)
      count.times do
        id, length = rest.to_s.unpack("CC")
        raise Lost, "The device identification is cut short." if length.nil? || rest.bytesize < 2 + length
        objects[id] = rest.byteslice(2, length).force_encoding(Encoding::UTF_8).scrub("?").gsub(/[[:cntrl:]]/, "?")
        rest = rest.byteslice((2 + length)..)
      end
      return if more != 0xFF
      return following if following > objects.keys.max.to_i
      raise Lost,
            "The device identification goes round in a circle: after object #{objects.keys.max.to_i} it announces " \
              "#{following}."
    end

    def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  end
end
