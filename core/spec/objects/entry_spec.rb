# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Objects::Entry do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }
  let(:current) { profile.fetch("motor.rated_current") }
  let(:option) { profile.fetch("control.quick_stop_option") }
  let(:label) { profile.fetch("device.label") }

  it "turns what is typed into what the wire carries" do
    expect(current.parse("2,6 A")).to eq(2600)
    expect(current.parse("2400 mA")).to eq(2400)
    expect(current.show(2600)).to eq("2.600 A")
    expect(option.parse("coast, then switch on disabled")).to eq(0)
    expect(option.parse("6")).to eq(6)
    expect(label.parse("X axis")).to eq("X axis")
  end

  it "refuses what the drive cannot hold, with the range or the choices" do
    unacceptable = Gallop::Objects::Unacceptable
    expect { current.parse("500 A") }.to raise_error(
      unacceptable,
      /Rated motor current: 500\.000 A is outside 0\.050 A to 100\.000 A/
    )
    expect { current.check(1.5) }.to raise_error(unacceptable, /whole number/)
    expect { current.check("1") }.to raise_error(unacceptable, /figure is expected/)
    expect { current.check(Float::NAN) }.to raise_error(unacceptable)
    expect { option.parse("4") }.to raise_error(unacceptable, /none of/)
    expect { label.parse("x" * 33) }.to raise_error(unacceptable, /33 bytes, 32 fit/)
  end

  it "codes 32-bit figures high word first and negative ones in two's complement" do
    target = profile.fetch("speed.target")
    expect(target.encode(-1)).to eq([0xFFFF, 0xFFFF])
    expect(target.encode(70_000)).to eq([1, 4464])
    expect(target.decode([0xFFFF, 0xFFFE])).to eq(-2)
  end

  it "packs text two bytes a register" do
    expect(label.encode("AB c").first(3)).to eq([0x4142, 0x2063, 0])
    expect(label.decode(label.encode("Schlitten ü"))).to eq("Schlitten ü")
  end

  it "codes floats as IEEE 754 singles" do
    type = Gallop::Objects::DataType.fetch("f32")
    expect(type.encode(1.5)).to eq([0x3FC0, 0])
    expect(type.decode([0xC2F7, 0])).to eq(-123.5)
  end
end
