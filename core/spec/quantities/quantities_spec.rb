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
    ["3/4 hp", "W", 0.75 * 745.699872],
    ["1 1/2 hp", "kW", 1.118549807],
    ["40/3", "mm", 13.333333333],
    ["0.35·10^-4 kg·m²", "kg·m²", 0.35e-4],
    ["0.35 x 10⁻⁴ kg m²", "kg·cm²", 0.35],
    ["2,5 × 10-4 kgm2", "kg·cm²", 2.5],
    ["1.2 kg cm^2", "kg·cm²", 1.2],
    ["0.01 oz·in·s²", "kg·cm²", 0.70615518],
    ["0.01 lb-in-s²", "kg·cm²", 11.2984829],
    ["1 lb·ft²", "kg·m²", 0.0421401101],
    ["4 kg·cm² GD²", "kg·cm²", 1],
    ["0.55 Nm/Arms", "N·m/A", 0.55],
    ["10 oz-in/A", "N·m/A", 0.0706155183],
    ["2 lb-in/A", "N·m/A", 0.225969658],
    ["33 Vrms/krpm", "V/krpm", 33],
    ["33 V/1000 min-1", "V/krpm", 33],
    ["33 V/kRPM", "V/krpm", 33],
    ["25 rpm/V", "V/krpm", 40],
    ["3.3 A rms", "A", 3.3],
    ["1500 min^-1", "rpm", 1500],
    ["50 in-lbs", "N·m", 5.64924145],
    ["120 in/min", "m/min", 3.048],
    ["50 kN/mm", "N/µm", 50],
    ["2 N·m/arcmin", "N·m/rad", 6875.4935],
    ["1/2\"", "mm", 12.7],
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
    ["0x10", "A", /no unit/],
    ["230/400", "V", /two figures of a plate or a division/],
    ["5.7/3.3 A", "A", /two figures of a plate/],
    ["1.5/1.8 kW", "kW", /two figures of a plate/],
    ["3/4 kW", "kW", /two figures of a plate/],
    ["50/60 Hz", "Hz", /two figures of a plate/],
    ["2.8/8.4", "N·m", /two figures of a plate/],
    ["0 rpm/V", "V/krpm", /divides by zero/]
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

  it "keeps a fraction and a decimal as they were typed" do
    expect(described_class.exact("40/3", unit: "mm")).to eq(Rational(40, 3))
    expect(described_class.exact("0.1 in", unit: "mm")).to eq(Rational(254, 100))
    expect(described_class.exact("6,6667 mm", unit: "mm")).to eq(Rational(66_667, 10_000))
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
