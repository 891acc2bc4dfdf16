# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Responder do
  before { build("Carriage") }

  let(:responder) { described_class.new(@stand_in) }

  def ask(*bytes) = responder.answer(bytes.flatten.pack("C*")).bytes
  def word(number) = [number >> 8, number & 0xFF]
  def register(key) = entry(key).register
  def refused =
    [
      read("diagnosis.refused_register").to_i,
      entry("diagnosis.refused_reason").choices[read("diagnosis.refused_reason")]
    ]

  it "reads registers, high word first, over function codes 3 and 4" do
    [3, 4].each do |function|
      expect(ask(function, word(register("motor.rated_current")), word(2))).to eq([function, 4, 0, 0, 3, 0xE8])
    end
  end

  it "reads part of a long value and across values" do
    expect(ask(3, word(register("motor.rated_current") + 1), word(1))).to eq([3, 2, 3, 0xE8])
    expect(ask(3, word(256), word(31)).size).to eq(2 + 62)
  end

  it "mirrors the stored memory" do
    write("motor.rated_current", 2.6)
    expect(ask(3, word(0x8000 + register("motor.rated_current")), word(2)).last(2)).to eq([3, 0xE8])
    expect(ask(3, word(0x8000 + register("control.status")), word(1))).to eq([0x83, 2])
  end

  it "refuses a start while contacts command, with the reason that is told" do
    write("network.command_source", 2)
    pass(0.1)
    [6, 7].each { |command| ask(6, word(register("control.word")), word(command)) }
    expect(ask(6, word(register("control.word")), word(15))).to eq([0x86, 4])
    expect(refused).to match([register("control.word"), /contacts|terminals/i])
  end

  it "lets go of the outputs that a controller asks for once that is silent" do
    write("terminals.output_1_function", 10)
    ask(6, word(register("terminals.outputs_asked")), word(1))
    pass(0.4)
    expect(@stand_in.axis.box.lamps).to eq(1)
    ask(3, word(register("terminals.outputs_asked")), word(1))
    pass(0.4)
    expect(@stand_in.axis.box.lamps).to eq(1)
    pass(0.2)
    expect(@stand_in.axis.box.lamps).to eq(0)
  end

  it "has an exception of the protocol for every reason" do
    expect(Gallop::Paddock::Responder::EXCEPTION_OF.keys).to include(*Gallop::Paddock::Firmware::Commands::REASONS.keys)
  end

  it "writes one register and several, and echoes as the specification asks" do
    expect(ask(6, word(register("motor.rated_speed")), word(1500))).to eq(
      [6, *word(register("motor.rated_speed")), *word(1500)]
    )
    expect(read("motor.rated_speed")).to eq(1500)
    expect(ask(16, word(register("motor.rated_current")), word(2), 4, 0, 0, 0x0A, 0x28)).to eq(
      [16, *word(register("motor.rated_current")), 0, 2]
    )
    expect(read("motor.rated_current")).to eq(2.6)
  end

  it "writes and reads in one request" do
    answer =
      ask(23, word(register("control.status")), word(1), word(register("motor.rated_speed")), word(1), 2, word(1200))
    expect([answer.first(2), read("motor.rated_speed")]).to eq([[23, 2], 1200])
  end

  it "takes all values of a request or none" do
    first = register("limits.torque")
    expect(ask(16, word(first), word(2), 4, word(1200), word(9999))).to eq([0x90, 3])
    expect(read("limits.torque")).to eq(150.0)
    expect(refused).to eq([first + 1, "Above the range"])
  end

  it "identifies itself, as a stream and object by object" do
    stream = responder.answer([43, 14, 3, 0].pack("C4"))
    expect(stream).to include("Gallop Paddock", "HAF-20417", "Haflinger servo drive")
    expect(responder.answer([43, 14, 4, 1].pack("C4"))).to end_with("HAF-20417")
    expect(ask(43, 14, 4, 99)).to eq([0xAB, 3])
  end

  # what is asked, exception, what the diagnosis says
  {
    "an unknown function" => [[99, 0, 0], 1, "Function code not supported"],
    "an address that is none" => [[3, 0x70, 0, 0, 1], 2, "No such register"],
    "a read across the end of a group" => [[3, 0x01, 0x2C, 0, 4], 2, "No such register"],
    "a count of zero" => [[3, 1, 0, 0, 0], 3, "Count not allowed"],
    "a count above 125" => [[3, 1, 0, 0, 126], 3, "Count not allowed"],
    "a short request" => [[3, 1], 3, "Count not allowed"],
    "a byte count that does not fit" => [[16, 5, 6, 0, 2, 3, 0, 0, 0], 3, "Count not allowed"],
    "writing what is read only" => [[6, 1, 0, 0, 1], 2, "Value cannot be written"],
    "a choice that is none" => [[6, 2, 0x81, 0, 4], 3, "No such choice"],
    "half of a long value" => [[6, 5, 0, 0, 1], 3, "Only part of a longer value"]
  }.each do |what, (request, exception, reason)|
    it "answers #{what} with exception #{exception} and says why" do
      expect(ask(request)).to eq([request.first | 0x80, exception])
      expect(refused.last).to eq(reason)
    end
  end

  it "survives any bytes" do
    random = Chance.named("responder")
    5000.times do
      request = random.bytes(random.rand(1..40))
      request.setbyte(0, [3, 4, 6, 16, 23, 43].sample(random: random)) if random.rand < 0.8
      expect(responder.answer(request).bytesize).to be_between(2, Gallop::Modbus::LONGEST_PDU)
    end
  end
end
