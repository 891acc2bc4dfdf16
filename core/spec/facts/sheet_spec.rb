# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Facts::Sheet do
  let(:fields) { Gallop::Motors::Induction::FIELDS }

  it "reads what people type and says what is missing" do
    sheet = described_class.new(fields, "rated_power" => "2 hp", "rated_current" => "3300 mA", "rated_speed" => "")
    expect(sheet["rated_power"]).to be_within(1e-4).of(1.4914)
    expect(sheet.si("rated_power")).to be_within(0.1).of(1491.4)
    expect(sheet["rated_current"]).to be_within(1e-9).of(3.3)
    expect(sheet.missing.map(&:key)).to include("rated_speed", "power_factor")
    expect(sheet.missing.map(&:key)).not_to include("pole_pairs")
  end

  it "keeps what it cannot read out of the figures, with the reason" do
    sheet = described_class.new(fields, "power_factor" => "1.2", "rated_voltage" => "3 A", "pole_pairs" => "2.5")
    expect(sheet.figures).to be_empty
    expect(sheet.problems["power_factor"]).to include("1.200 cannot be")
    expect(sheet.problems["rated_voltage"]).to include("unit of current")
    expect(sheet.problems["pole_pairs"]).to include("whole number")
  end
end
