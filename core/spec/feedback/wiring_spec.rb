# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Feedback::Wiring do
  define_method(:sheet) do |facts, family = "haflinger"|
    Gallop::Machine
      .new(Gallop::Objects::Profile.load(family), "feedback" => facts)
      .stage("feedback")
      .assessment
      .tables
      .first
  end
  def terminals(...) = sheet(...).rows.to_h { |signal, terminal, *| [signal, terminal] }

  it "leads differential channels, index, halls and supply to their terminals" do
    whole =
      sheet(
        "device" => "incremental_halls",
        "lines" => "2500",
        "index" => "yes",
        "signal" => "differential",
        "supply" => "5"
      )
    expect(whole.rows.map(&:first)).to eq(%w[A+ A− B+ B− Z+ Z− U V W Supply] + ["0 V", "Shield"])
    expect(whole.rows.first).to eq(["A+", "E1", "TIA-422, two wires", "twisted with A−"])
    expect(whole.rows.find { |row| row.first == "Supply" }[1, 2]).to eq(["E14", "5 V"])
    expect(whole.note).to include("E10").and(include("stay free"))
  end

  it "leaves the inverse inputs of single-ended channels free" do
    single = sheet("device" => "incremental", "lines" => "2500", "signal" => "single_ended")
    expect(single.rows.map(&:first)).to eq(["A+", "B+", "Supply", "0 V", "Shield"])
    expect(single.note).to include("E2", "E4")
  end

  it "takes a supply that the drive does not give from outside, with the grounds joined" do
    rows = sheet("device" => "absolute", "single_bits" => "17", "supply" => "24").rows
    expect(rows.find { |row| row.first == "Supply" }).to eq(["Supply", "from outside", "24 V", "twisted with 0 V"])
    expect(rows.find { |row| row.first == "0 V" }.last).to match(/joined/)
  end

  it("feeds no resolver") do
    expect(terminals("device" => "resolver", "resolver_pairs" => "1").keys).to eq(
      %w[Ref+ Ref− Sin+ Sin− Cos+ Cos− Shield]
    )
  end
  it("knows the terminals of other families") do
    expect(
      [terminals({ "device" => "halls" }, "fjord"), terminals({ "device" => "absolute" }, "camargue")["Clock−"]]
    ).to match([include("U" => "H1", "Supply" => "H4"), "E13"])
  end
  it("has no sheet for what the drive does not take, or for nothing") do
    expect([sheet({ "device" => "resolver" }, "fjord"), sheet("device" => "none"), sheet({})]).to eq([nil, nil, nil])
  end

  it "has a terminal for every signal of every device that a family takes" do
    %w[haflinger fjord camargue].each do |family|
      Gallop::Objects::Profile.load(family).rating[:feedback].each do |device|
        expect(terminals({ "device" => device, "index" => "yes" }, family).values).not_to include("–")
      end
    end
  end
end
