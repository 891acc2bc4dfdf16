# frozen_string_literal: true

# A Modbus server between Gallop and a stand-in, which passes everything on as it should, but for what an example
# teaches it: to answer a function with an exception, late, with another identity, without end, or with figures that
# cannot be. Always well-formed frames.
#
#   enemy.manner = ->(pdu, pass) { pdu.getbyte(0) == 3 ? "\x83\x06" : pass.call }
class PoliteEnemy
  attr_reader :port, :seen
  attr_writer :manner

  PASS = ->(_pdu, pass) { pass.call }

  def self.before(port)
    enemy = new(port)
    yield enemy
  ensure
    enemy&.close
  end

  def initialize(target)
    @target = target
    @manner = PASS
    @seen = [] # requests as they came: monotonic time and PDU
    @server = TCPServer.new("127.0.0.1", 0)
    @port = @server.addr[1]
    @sockets = []
    @accepting = Thread.new { accept }
  end

  def behave = @manner = PASS
  def close
    @accepting.kill
    [@server, *@sockets].each { |socket| socket.close unless socket.closed? }
  end

  # @return [Proc] a manner: the function, or each, is answered with the exception code
  def self.exception(code, function: nil, where: ->(_pdu) { true })
    ->(pdu, pass) do
      if (function.nil? || pdu.getbyte(0) == function) && where.call(pdu)
        [pdu.getbyte(0) | 0x80, code].pack("CC")
      else
        pass.call
      end
    end
  end

  # @return [Proc] a manner: every answer comes so many seconds later
  def self.slow(seconds) = ->(_pdu, pass) { sleep(seconds) && pass.call }

  # @return [Proc] a manner: registers hold what the block makes of each word
  def self.registers(&word)
    lambda do |pdu, pass|
      answer = pass.call
      next answer unless [3, 23].include?(answer.getbyte(0))
      [answer.getbyte(0), answer.getbyte(1), *Array.new(answer.getbyte(1) / 2, &word)].pack("CCn*")
    end
  end

  private

  def accept
    loop do
      client = @server.accept
      target = TCPSocket.new("127.0.0.1", @target)
      @sockets.push(client, target)
      Thread.new { serve(client, target) }
    end
  end

  def serve(client, target)
    while (header = client.read(7))
      pdu = client.read(header.unpack("nnnC")[2] - 1)
      @seen << [Process.clock_gettime(Process::CLOCK_MONOTONIC), pdu]
      answer = @manner.call(pdu, -> { forward(target, header, pdu) })
      break client.close if answer == :hang_up
      client.write(Gallop::Modbus.frame(header.unpack1("n"), header.getbyte(6), answer)) if answer
    end
  rescue SystemCallError, IOError, NoMethodError
    nil # one of the two ends is gone
  ensure
    [client, target].each { |socket| socket.close unless socket.closed? }
  end

  def forward(target, header, pdu)
    target.write(header + pdu)
    answer = target.read(7)
    target.read(answer.unpack("nnnC")[2] - 1)
  end
end

# The Carriage of the usual rack, with somebody between.
RSpec.shared_context("behind a polite enemy") do
  around do |example|
    PaddockProcess.running do |paddock|
      @paddock = paddock
      PoliteEnemy.before(paddock.port("Carriage")) { |enemy| @enemy = enemy and example.run }
    end
  end

  attr_reader :enemy
end
