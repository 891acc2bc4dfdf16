# frozen_string_literal: true

require "rails_helper"

# The client against servers that misbehave in every way seen in the field.
RSpec.describe Wire::Modbus do
  # Serves one connection with the block and yields a client to it.
  def against(behaviour)
    server = TCPServer.new("127.0.0.1", 0)
    thread =
      Thread.new do
        socket = server.accept
        behaviour.call(socket)
      rescue SystemCallError, IOError
        nil
      end
    client = described_class.open("127.0.0.1", server.addr[1])
    yield client
  ensure
    client&.close
    thread&.kill
    server&.close
  end

  def answer(socket, pdu, transaction: nil, unit: 1)
    header = socket.read(7)
    socket.read(header.unpack("nnnC")[2] - 1)
    socket.write(Gallop::Modbus.frame(transaction || header.unpack1("n"), unit, pdu.pack("C*")))
  end

  # The answer lies there; the clock has run past the deadline because this process stood still.
  it "takes an answer that came while it was kept from running itself" do
    early = ->(socket) { socket.write(Gallop::Modbus.frame(1, 1, [3, 2, 0, 7].pack("C*"))) && socket.read }
    against(early) do |client|
      client.instance_variable_get(:@socket).wait_readable
      allow(client).to receive(:now).and_return(0.0, 10.0)
      expect(client.read(0, 1)).to eq([7])
    end
  end

  # Nothing ran on the machine: whoever is asked had no time to answer either.
  it "waits a moment more where it overslept its own deadline" do
    late = ->(socket) do
      socket.read(12) && sleep(0.1) && socket.write(Gallop::Modbus.frame(1, 1, [3, 2, 0, 7].pack("C*")))
    end
    against(late) do |client|
      allow(client).to receive(:now).and_return(0.0, 0.9)
      expect(client.read(0, 1)).to eq([7])
    end
  end

  it "reads what a server sends in pieces" do
    pieces =
      lambda do |socket|
        header = socket.read(12)
        frame = Gallop::Modbus.frame(header.unpack1("n"), 1, [3, 4, 0, 1, 0, 2].pack("C*"))
        frame.each_char { |byte| socket.write(byte) && socket.flush }
      end
    against(pieces) { |client| expect(client.read(0, 2)).to eq([1, 2]) }
  end

  {
    "stays silent" => [->(_, socket) { socket.read }, /No answer for 600 ms/],
    "closes the connection" => [->(_, socket) { socket.close }, /closed|broke/],
    "breaks off in the middle" => [
      ->(_, socket) { socket.write("\0\1\0\0\0\7\1\3".b) && socket.read },
      /broke off after 1 bytes/
    ],
    "answers another question" => [
      ->(spec, socket) { spec.answer(socket, [3, 2, 0, 1], transaction: 999) },
      /out of turn/
    ],
    "answers another function" => [->(spec, socket) { spec.answer(socket, [6, 0, 0, 0, 1]) }, /not asked/],
    "sends too few registers" => [
      ->(spec, socket) { spec.answer(socket, [3, 2, 0, 1]) },
      /2 registers were asked for, 2 bytes came/
    ],
    "speaks no Modbus" => [
      ->(_, socket) { socket.write("HTTP/1.1 400 Bad Request\r\n\r\n") && socket.read },
      /no Modbus frame/
    ]
  }.each do |what, (behaviour, reason)|
    it "gives a server up that #{what}, and says why" do
      against(->(socket) { behaviour.call(self, socket) }) do |client|
        expect { client.read(0, 2) }.to raise_error(Wire::Lost, reason)
      end
    end
  end

  it "tells a refusal from a loss" do
    against(->(socket) { answer(socket, [0x83, 2]) }) do |client|
      expect { client.read(0, 2) }.to raise_error(Wire::Refused, /no such register/)
    end
  end

  it "says what to look at when nothing listens" do
    expect { described_class.open("127.0.0.1", 1) }.to raise_error(Wire::Lost, /Nothing listens at 127\.0\.0\.1:1/)
  end

  it "does not wait longer than its deadline, whatever drips in" do
    dripping = ->(socket) { loop { socket.write("\0") && IO.select(nil, nil, nil, 0.05) } }
    against(dripping) do |client|
      began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      expect { client.read(0, 100) }.to raise_error(Wire::Lost)
      expect(Process.clock_gettime(Process::CLOCK_MONOTONIC) - began).to be < 1.0
    end
  end
end
