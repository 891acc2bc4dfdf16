# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Program::Image do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }
  let(:image) do
    described_class.build(
      family: "haflinger",
      product: 0x48414603,
      version: "1.1.0",
      payload: "program #{"x" * 999}\nwith lines\n"
    )
  end

  it "comes back from its bytes" do
    expect(described_class.parse(image.bytes)).to have_attributes(
      family: "haflinger",
      version: "1.1.0",
      payload: image.payload,
      check_sum: image.check_sum
    )
  end

  it "fits its own family and rating alone" do
    expect(image.objection(profile, product: 0x48414603)).to be_nil
    expect(image.objection(profile, product: 0x48414605)).to match(
      /another rating \(product 0x48414603\); this drive is 0x48414605/
    )
    expect(image.objection(Gallop::Objects::Profile.load("shire"), product: 1)).to match(
      /made for the family haflinger; this drive is a Shire/
    )
  end

  it "refuses what is damaged, and says where" do
    {
      image.bytes.sub("1.1.0", "1.x.0") => /line 2: “1\.x\.0” is no version/,
      "MZ\n{}\n" => /line 1: “GALLOP-PROGRAM 1” is expected/,
      image.bytes[0..-3] => /has \d+ bytes, its header says/,
      image.bytes.sub("xxx", "xyx") => /SHA-256/,
      image.bytes.sub("{", "") => /line 2: it is no JSON/,
      image.bytes.sub('"family"', '"f"') => /“family” is missing/,
      "" => /line 1/
    }.each do |bytes, reason|
      expect { described_class.parse(bytes) }.to raise_error(Gallop::Program::Unreadable, reason)
    end
  end

  it "refuses a thousand random mutations without another exception" do
    random = Chance.named("image")
    1000.times do
      bytes = image.bytes.dup
      bytes.setbyte(random.rand(bytes.bytesize), random.rand(256))
      described_class.parse(bytes)
    rescue Gallop::Program::Unreadable => e
      expect(e.message).to match(/\AThis is no firmware image that can be used: .+\.\z/)
    end
  end

  it "travels in pieces that a Modbus request can hold, across files" do
    pieces = Gallop::Program.pieces("ab" * 12_345)
    expect(pieces.map { |file, _, _| file }.uniq).to eq([1, 2])
    expect(pieces.map { |_, record, words| record + words.size }.max).to be <= 10_000
    expect(pieces.map { |_, _, words| words.size }.max).to be <= 118
    expect(pieces.flat_map(&:last).pack("n*")).to eq("ab" * 12_345)
  end
end
