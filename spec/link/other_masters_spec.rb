# frozen_string_literal: true

require "rails_helper"
require "open3"

# The stand-ins speak to a Modbus client that we did not write, and survive what is no Modbus at all.
RSpec.describe "Other Modbus clients", :paddock do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }

  # mbpoll counts references from 1 unless told otherwise (-0).
  def mbpoll(*arguments, write: [])
    output, =
      Open3.capture2e(
        "mbpoll",
        "-m",
        "tcp",
        "-a",
        "1",
        "-p",
        @paddock.port("Carriage").to_s,
        "-0",
        "-1",
        "-o",
        "2",
        *arguments.map(&:to_s),
        "127.0.0.1",
        *write.map(&:to_s)
      )
    output
  end

  def register(key) = profile.fetch(key).register

  it "reads identity and live figures" do
    serial = mbpoll("-t", "4:int", "-B", "-r", register("device.serial"))
    expect(serial).to match(/\[#{register("device.serial")}\]:\s+20417/)
    expect(mbpoll("-t", "4", "-r", register("control.status"))).to match(/\[256\]:/)
    expect(mbpoll("-t", "4:int", "-B", "-r", register("speed.actual"))).to match(/\[#{register("speed.actual")}\]:\s+0/)
    expect(mbpoll("-t", "3", "-r", register("control.status"))).to match(/\[256\]:/)
  end

  it "writes a value" do
    expect(mbpoll("-t", "4", "-r", register("motor.rated_speed"), write: [1500])).to include("Written 1 references")
    expect(mbpoll("-t", "4", "-r", register("motor.rated_speed"))).to match(/\]:\s+1500/)
  end

  it "gets the exception codes of the specification" do
    expect(mbpoll("-t", "4", "-r", 30_000)).to include("Illegal data address")
    expect(mbpoll("-t", "4", "-r", register("control.mode"), write: [77])).to include("Illegal data value")
    expect(mbpoll("-t", "0", "-r", 1)).to include("Illegal function")
    expect(mbpoll("-t", "4", "-r", register("speed.actual"), write: [1, 2])).to include("Illegal data address")
    expect(mbpoll("-t", "4", "-r", register("motor.rated_current"), write: [1])).to include("Illegal data value")
  end

  it "serves several clients at once" do
    clients = Array.new(6) { Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage")) }
    answers = clients.map { |client| Thread.new { Array.new(50) { client.read(256, 31).size } } }.map(&:value)
    expect(answers.flatten.uniq).to eq([31])
  ensure
    clients&.each(&:close)
  end

  it "is not locked by those who send half a request, or nothing more" do
    waiting =
      Array.new(16) { TCPSocket.new("127.0.0.1", @paddock.port("Carriage")).tap { |socket| socket.write("\0\1\0\0") } }
    wait_until("an answer", seconds: 4) do
      mbpoll("-t", "4:int", "-B", "-r", register("device.serial")).include?("20417")
    end
    silent = Array.new(16) { TCPSocket.new("127.0.0.1", @paddock.port("Carriage")) }
    wait_until("an answer to the seventeenth", seconds: 6) do
      mbpoll("-t", "4:int", "-B", "-r", register("device.serial")).include?("20417")
    end
  ensure
    [*waiting, *silent].each(&:close)
  end

  it "is not stopped by random bytes" do
    random = Chance.named("masters")
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + Float(ENV.fetch("GALLOP_FUZZ_SECONDS", "5"))
    pester(random) while Process.clock_gettime(Process::CLOCK_MONOTONIC) < deadline
    expect(@paddock).to be_alive
    # Connections that were still waiting in line are turned away first: the stand-in serves sixteen at a time.
    wait_until("an answer") { mbpoll("-t", "4:int", "-B", "-r", register("device.serial")).include?("20417") }
  end

  def pester(random)
    socket = TCPSocket.new("127.0.0.1", @paddock.port("Carriage"))
    random.rand(1..20).times { socket.write(noise(random)) }
  rescue Errno::EPIPE, Errno::ECONNRESET
    nil # the stand-in hung up on what is no Modbus
  ensure
    socket&.close
  end

  # Bytes without sense, or a frame that is right up to its contents.
  def noise(random)
    return random.bytes(random.rand(1..300)) if random.rand < 0.5
    pdu = random.bytes(random.rand(1..60))
    pdu.setbyte(0, [3, 4, 6, 16, 23, 43, random.rand(256)].sample(random: random))
    Gallop::Modbus.frame(random.rand(65_536), 1, pdu)
  end
end
