# frozen_string_literal: true

require_relative "core_helper"

RSpec.describe Gallop::BeforePower do
  def before(family, facts = {})
    described_class.new(Gallop::Machine.new(Gallop::Objects::Profile.load(family), facts))
  end
  def sentences(...) = before(...).checks.to_h { |check| [check.id, check.sentence] }
  def terminals(...) = before(...).wires.map { |wire| wire[1] }

  it "asks for what is known of the machine, with its figures" do
    facts = {
      "motor" => {
        "rated_voltage" => "230",
        "other_voltage" => "400"
      },
      "power" => {
        "mains_voltage" => "400",
        "mains_phases" => "3",
        "resistor" => "180",
        "brake" => "drive"
      }
    }
    expect(sentences("shire", facts)).to include(
      "supply" => "Between L1, L2 and L3 the meter shows 400 V. The drive takes 360 V to 440 V.",
      "motor" => a_string_ending_with("The bridges in the terminal box make a delta, three across, for 230 V."),
      "resistor" => a_string_starting_with("With its wires off it shows 180 Ω"),
      "brake" => a_string_including("its own supply"),
      "insulation" => a_string_including("more than 1 MΩ against earth, at 500 V")
    )
    expect(terminals("shire", facts)).to eq(%w[L1 L2 L3 U V W PE BR+ BR− RB1 RB2])
  end

  it "asks in general for what nobody has given" do
    bare = sentences("shire")
    expect(bare.keys).to eq(%w[supply motor earth insulation torque_off shaft])
    expect(bare["supply"]).to include("what the machine's papers say")
    expect(bare["motor"]).to end_with("those of the voltage on the plate.")
  end

  # 13 cells of 3.0 and 4.2 V
  it "knows batteries, brushes and steppers" do
    pack = { "power" => { "chemistry" => "nmc", "series" => "13", "parallel" => "4" } }
    expect(sentences("fjord", pack)["supply"]).to start_with(
      "Plus on DC+, minus on DC−; between them the meter shows 39.0 V (empty) to 54.6 V (full)."
    )
    expect([terminals("fjord", pack), terminals("exmoor")]).to eq([%w[DC+ DC− U V W], %w[DC+ DC− V W]])
    expect(sentences("konik")["motor"]).to start_with("Each phase on a pair of its own")
  end

  it "minds inverted wires that end nowhere, and a load that comes down" do
    single = { "feedback" => { "device" => "incremental", "signal" => "single_ended", "supply" => "5" } }
    expect(sentences("haflinger", single)["feedback"]).to include("shows 5.0 V", "end free, each insulated")
    lift = { "mechanics" => { "mechanism" => "screw", "lead" => "10", "load_mass" => "22", "slope" => "90" } }
    expect(sentences("haflinger", lift)["shaft"]).to start_with("The load is held from below")
    expect(sentences("haflinger")["shaft"]).to start_with("Nobody is in reach")
  end
end
