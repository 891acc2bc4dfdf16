# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Quantities do
  def parse(...) = described_class.parse(...)

  # text, unit asked for, figure; factors from NIST SP 811
  [
    ["2,6 A", "A", 2.6],
    ["2400mA", "A", 2.4],
    ["2.6", "A", 2.6],
    [".5", "A", 0.5],
    ["-3.5", "A", -3.5],
    ["−3,5", "A", -3.5],
    ["1/5", "", 0.2],
    ["3/4 kW", "W", 750],
    ["1 200", "rpm", 1200],
    ["1.234,5", "rpm", 1234.5],
    ["1,234.5", "rpm", 1234.5],
    ["1e-3 H", "mH", 1],
    ["0.5 lbf·in", "N·m", 0.5 * 0.112984829],
    ["10 lb-ft", "N·m", 13.5581795],
    ["16 oz·in", "N·m", 0.112984829],
    ["2 hp", "kW", 1.49139974],
    ["1 PS", "W", 735.49875],
    ["1500 1/min", "rpm", 1500],
    ["50 turn/s", "rpm", 3000],
    ["100 rad/s", "rpm", 954.929659],
    ["29.5 V/krpm", "V·s/rad", 29.5 / (1000 * 2 * Math::PI / 60)],
    ["0.29 kg·cm²", "kg·m²", 0.29e-4],
    ["290 gcm^2", "kg·cm²", 0.29],
    ["25 °C", "K", 298.15],
    ["77 °F", "°C", 25],
    ["3,1 ohm", "Ω", 3.1],
    ["8400 uH", "mH", 8.4],
    ["12.5 %", "%", 12.5],
    ["180 °", "rad", Math::PI]
  ].each do |text, unit, figure|
    it("reads “#{text}” as #{figure} #{unit}") do
      expect(parse(text, unit: unit)).to be_within(figure.abs * 1e-8 + 1e-12).of(figure)
    end
  end

  [
    ["", "A", /nothing was typed/],
    ["abc", "A", /does not begin with a figure/],
    ["1,200", "A", /can be read as 1\.2 or as 1200/],
    ["5 V", "A", /V is a unit of voltage, and current in A is expected/],
    ["5 foo", "A", /“foo” is no unit/],
    ["1/0", "", /divides by zero/],
    ["1.2.3", "A", /more than one decimal mark/],
    ["1e400", "A", /too large/],
    ["--3", "A", /does not begin/],
    ["5 A", "", /bare figure is expected/],
    ["9" * 100, "A", /longer than 60/],
    ["3 A; DROP", "A", /no unit/],
    ["NaN", "A", /does not begin/],
    ["0x10", "A", /no unit/]
  ].each do |text, unit, reason|
    it("refuses “#{text[0, 20]}” with the reason") do
      expect { parse(text, unit: unit) }.to raise_error(Gallop::Quantities::Unreadable, reason)
    end
  end

  it "refuses what is written as thousands by some and as decimals by others, whichever mark it has" do
    %w[1,200 1.200 12.500 -1.000].each do |text|
      expect { parse(text, unit: "rpm") }.to raise_error(Gallop::Quantities::Unreadable, /can be read as .* or as/),
      text
    end
    expect(
      ["1.2", "1.25", "3.125", "0.500", "1200", "1 200", "1.200,5", "1,200.5"].map { |text| parse(text, unit: "rpm") }
    ).to eq([1.2, 1.25, 3.125, 0.5, 1200, 1200, 1200.5, 1200.5])
  end

  it "answers any text with a finite figure or a reason" do
    random = Chance.named("quantities")
    letters = "0123456789.,-+/eE AVmkNΩ·²%°\u2009'".chars
    3000.times do
      text = Array.new(random.rand(1..12)) { letters.sample(random: random) }.join
      figure =
        begin
          parse(text, unit: %w[A V rpm].sample(random: random))
        rescue Gallop::Quantities::Unreadable
          0.0
        end
      expect(figure).to be_finite, text
    end
  end

  it "formats with thin spaces, a true minus and no negative zero" do
    expect(described_class.format(4910.2, "rpm", 0)).to eq("4\u2009910 rpm")
    expect(described_class.format(-1_234_567.891, "W", 1)).to eq("−1\u2009234\u2009567.9 W")
    expect(described_class.format(-0.0004, "A", 2)).to eq("0.00 A")
    expect(described_class.format(0.04883, "Wb")).to eq("0.04883 Wb")
    expect(described_class.format(nil)).to eq("–")
  end

  it "leaves away a unit that is expected anyway, however it is written, and no other" do
    {
      "3000 rpm" => "3000",
      "3000 1/min" => "3000",
      " 1,5 rpm" => "1,5",
      "3000" => "3000",
      "50 rps" => "50 rps",
      "fast rpm" => "fast rpm",
      "" => ""
    }.each { |typed, kept| expect([typed, described_class.bare(typed, "rpm")]).to eq([typed, kept]) }
    expect(
      [described_class.bare("1/2 in", "in"), described_class.bare("5 kg", ""), described_class.bare("5 %", "%")]
    ).to eq(["1/2", "5 kg", "5"])
  end

  it "converts between units of one dimension alone" do
    expect(described_class.convert(1, from: "kW", to: "W")).to eq(1000)
    expect { described_class.convert(1, from: "kW", to: "A") }.to raise_error(Gallop::Quantities::Unreadable, /power/)
  end
end
