# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Terminals::ForController do
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }

  it "tests the bit of an input, not its word" do
    access = described_class.input(profile, 5, "Photo eye 2 (left)")
    expect(access).to have_attributes(index: 0x60FD, subindex: 0, bit: 22, mask: "DWORD#16#0040_0000")
    expect(access.register).to eq(profile.fetch("terminals.inputs").register)
    expect(access.line).to eq("Photo_eye_2_left := (DigitalInputs AND DWORD#16#0040_0000) <> 0;")
  end

  it "reads volts, and sets the bit of an output that is left to it without touching the others" do
    expect(described_class.analog(profile, 2, nil).line).to eq("A2_volts := INT_TO_REAL(AnalogInput2) * 0.001;")
    expect(described_class.output(profile, 3, "2nd fan", true).line).to eq(
      "OutputsAsked := SEL(_2nd_fan, OutputsAsked AND NOT WORD#16#0004, OutputsAsked OR WORD#16#0004);"
    )
    expect(described_class.output(profile, 1, "hooter", false)).to have_attributes(
      index: 0x60FE,
      line: "hooter := (DigitalOutputs AND DWORD#16#0000_0001) <> 0;"
    )
  end

  it "makes an identifier of whatever a wire is called" do
    names = ["Tänzer", "…", "24 V lamp", nil, "a--b__c"]
    expect(names.map { |name| described_class.identifier(name, "D1") }).to eq(%w[Tanzer D1 _24_V_lamp D1 a_b_c])
  end
end

RSpec.describe Gallop::Terminals::WiringSheet do
  let(:profile) { Gallop::Objects::Profile.load("shire") }

  it "has a row for each terminal, with what hangs there and what counts as on" do
    values = {
      "terminals.input_3_function" => 13,
      "terminals.input_3_polarity" => 1,
      "terminals.analog_2_kind" => 3,
      "network.reference_source" => 2,
      "terminals.output_1_function" => 3
    }
    table =
      described_class.new(
        profile,
        values,
        wires: {
          "input_3" => "end of travel"
        },
        findings: {
          "input_3" => ["look at it"]
        }
      ).table
    expect(table.rows.map { |row| row[1] }).to eq(
      ["Torque-off A", "Torque-off B", *%w[D1 D2 D3 D4 D5 D6 A1 A2 R1 R2 R3]]
    )
    expect(table.rows[4]).to eq(
      ["end of travel", "D3", "24 V out, over the contact", "24 V", "Limit switch high", "open", "look at it"]
    )
    expect(table.rows[9].values_at(3, 4)).to eq(["4 to 20 mA over 500 Ω to 0 V", "Speed"])
    expect(table.rows[10][4]).to eq("Fault")
  end
end
