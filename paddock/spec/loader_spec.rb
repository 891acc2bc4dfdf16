# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Loader do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }
  let(:image) { Gallop::Paddock::Flash.shipped(profile, "1.1.0") }
  let(:responder) { Gallop::Paddock::Responder.new(@stand_in) }

  def register(key) = profile.fetch(key).register
  def ask(*fields, format) = responder.answer(fields.pack(format))
  def command(signature) = ask(6, register("program.control"), signature, "Cnn")
  def refused?(answer) = answer.getbyte(0) > 0x80 && answer.getbyte(1)
  def status = ask(3, register("program.flash_status"), 2, "Cnn").unpack("CCnn").last

  def send_piece(file, record, words)
    body = [6, file, record, words.size, *words].pack("Cnnnn*")
    responder.answer([21, body.bytesize].pack("CC") + body)
  end

  def enter_loader
    command(0)
    pass(3)
  end

  def transfer(bytes = image.bytes)
    command(3)
    pass(1)
    Gallop::Program.pieces(bytes).each { |piece| expect(send_piece(*piece).getbyte(0)).to eq(21) }
  end

  before { build("Carriage") }

  it "replaces the program and starts the new one" do
    expect(@stand_in.profile.version).to eq("1.0.0")
    expect(@stand_in.profile["filters.notch_1_depth"]).to be_nil
    enter_loader
    expect(@stand_in.state).to eq(:loader)
    transfer
    command(1)
    pass(4)
    expect([@stand_in.state, @stand_in.profile.version, read("device.firmware"), read("program.identification")]).to eq(
      [:running, "1.1.0", "1.1.0", image.check_sum]
    )
    expect(read("filters.notch_1_depth")).to eq(0)
  end

  it "keeps the settings over an update" do
    write("limits.motor_speed", 2345)
    write("storage.store", 0x65766173)
    pass(1)
    enter_loader
    transfer
    command(1)
    pass(4)
    expect(read("limits.motor_speed")).to eq(2345)
  end

  it "says in its identification where it is, and serves nothing else" do
    enter_loader
    objects = responder.answer([43, 14, 3, 0].pack("C4"))
    expect(objects).to include("loader")
    expect(refused?(ask(3, register("control.status"), 1, "Cnn"))).to eq(2)
    expect(refused?(ask(6, register("control.word"), 15, "Cnn"))).to eq(2)
  end

  it "comes up in its loader after power was cut while it had no whole program" do
    enter_loader
    transfer
    @stand_in.mains = false
    pass(3)
    @stand_in.mains = true
    pass(4)
    expect(@stand_in.state).to eq(:loader)
    transfer
    command(1)
    pass(4)
    expect(@stand_in.profile.version).to eq("1.1.0")
  end

  it "goes back to its program by a restart as long as nothing was cleared" do
    enter_loader
    @stand_in.restart
    pass(3)
    expect([@stand_in.state, @stand_in.profile.version]).to eq([:running, "1.0.0"])
  end

  it "refuses an image that is damaged or for another family" do
    enter_loader
    transfer(image.bytes.sub(/.\z/m, "x"))
    command(1)
    pass(1)
    expect([@stand_in.state, status >> 1]).to eq([:loader, 3])
    transfer(Gallop::Paddock::Flash.shipped(Gallop::Objects::Profile.load("shire"), "1.1.0").bytes)
    command(1)
    pass(1)
    expect([@stand_in.state, status >> 1]).to eq([:loader, 2])
  end

  it "takes pieces in their order alone, and none while it runs its program" do
    expect(refused?(send_piece(1, 0, [1, 2]))).to eq(1)
    enter_loader
    expect(refused?(send_piece(1, 0, [1, 2]))).to eq(6)
    command(3)
    pass(1)
    expect(refused?(send_piece(1, 5, [1, 2]))).to eq(6)
    expect(refused?(responder.answer([21, 3, 6, 0, 1].pack("C5")))).to eq(3)
  end

  it "does not leave its program while operation is enabled" do
    commissioned("Carriage")
    enable
    expect(refused?(command(0))).to eq(4)
  end

  it "keeps what it runs in a file, as flash memory does" do
    Dir.mktmpdir do |directory|
      build("Carriage", state_directory: directory)
      enter_loader
      transfer
      command(1)
      pass(4)
      build("Carriage", state_directory: directory)
      expect(@stand_in.profile.version).to eq("1.1.0")
    end
  end
end
