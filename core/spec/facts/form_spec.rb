# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Facts::Form do
  names = Dir[File.join(described_class::DIRECTORY, "**/*.yml")].map { |file| file[%r{forms/(.+)\.yml\z}, 1] }.sort

  def form(field) = described_class.new("a/form", { "part" => { "group" => "Group", "fields" => field } }, {})

  it "knows its fields by part and by key" do
    gear = described_class.load("mechanics/train", choices: { "unit" => { "mm" => "mm" } })
    expect(gear[:gear].map(&:key)).to include("gear_motor", "gear_output")
    expect(gear.field("gear_speed")).to have_attributes(unit: "rpm", minimum: 1, maximum: 100_000, required: false)
    expect(gear.field("unit").choices).to eq("mm" => "mm")
  end

  it "refuses what it does not know, with file and field" do
    expect { form("speed" => { "label" => "Speed", "help" => "x", "rnage" => [0, 1] }) }.to raise_error(
      ArgumentError,
      "forms/a/form.yml speed: rnage is none of #{described_class::WORDS.join(", ")}"
    )
    expect { form({}).field("speed") }.to raise_error(ArgumentError, "forms/a/form.yml has no field speed")
    expect { form({})[:gear] }.to raise_error(ArgumentError, "forms/a/form.yml has no part gear")
    expect { described_class.new("a/form", {}, "speed" => {}) }.to raise_error(ArgumentError, /has no field speed/)
  end

  # A misspelt key would be a fact that is never there.
  it "has every fact that the stages name" do
    known = names.flat_map { |name| YAML.load_file("#{described_class::DIRECTORY}/#{name}.yml").values }
    known = known.flat_map { |part| part["fields"].keys }
    sources = Dir[File.join(Gallop::Core::ROOT, "lib/gallop/{motors,mechanics,feedback,limits,power}/*.rb")]
    named = sources.flat_map { |file| File.read(file).scan(/\b(?:given|as_typed|exact)\("(\w+)"\)/) }.flatten.uniq
    expect(named.size).to be > 80
    expect(named - known).to eq([])
  end

  names.each do |name|
    it "says of every field in #{name} what it is and what can be" do
      YAML
        .load_file("#{described_class::DIRECTORY}/#{name}.yml")
        .each_value do |part|
          expect(part.keys).to eq(%w[group fields])
          part["fields"].each do |key, row|
            expect(row.keys - described_class::WORDS).to eq([]), key
            expect(row["label"]).to be_a(String), key
            expect(row["help"]).to match(/\A\S.*\.\z/m), key
            expect(row.fetch("range", [0, 1])).to match([be < row.fetch("range", [0, 1]).last, be_a(Numeric)]), key
          end
        end
    end
  end
end
