# frozen_string_literal: true

require_relative "core_helper"

RSpec.describe Gallop::Shaft do
  turning = described_class.turning
  # A pole pair pitch of 2π cm: r = 1 cm.
  sliding = described_class.sliding(0.02 * Math::PI)

  # 100 rad/s = 954.93 rpm, or 1 m/s at r = 1 cm; 1 N·m = 100 N; 1 kg·cm² = 1e-4 kg·m² = 1 kg; 1 N·m/A = 100 N/A; 1
  # V·s/rad = 104.72 V/krpm = 100 V·s/m; 1 turn = 62.83 mm
  {
    speed: [100.0, 954.93, "rpm", 1.0, "m/s"],
    fine_speed: [100.0, 954.93, "rpm", 1000.0, "mm/s"],
    acceleration: [100.0, 954.93, "rpm/s", 1.0, "m/s²"],
    torque: [1.0, 1.0, "N·m", 100.0, "N"],
    inertia: [1e-4, 1.0, "kg·cm²", 1.0, "kg"],
    torque_constant: [1.0, 1.0, "N·m/A", 100.0, "N/A"],
    voltage_constant: [1.0, 104.72, "V/krpm", 100.0, "V·s/m"],
    angle: [2 * Math::PI, 1.0, "turn", 62.832, "mm"]
  }.each do |kind, (figure, of_shaft, shaft_unit, of_slide, slide_unit)|
    it "tells #{kind} of a shaft and of a slide" do
      expect([turning.told(kind, figure).first, sliding.told(kind, figure).first]).to match(
        [be_within(of_shaft * 1e-4).of(of_shaft), be_within(of_slide * 1e-4).of(of_slide)]
      )
      expect([turning.unit(kind), sliding.unit(kind)]).to eq([shaft_unit, slide_unit])
    end

    it("goes there and back with #{kind}") do
      expect(sliding.reckoned(kind, sliding.real(kind, figure))).to be_within(figure * 1e-12).of(figure)
    end
  end

  it("has no figures of a slide whose pitch nobody knows") do
    expect(described_class.sliding(Float::NAN).told(:speed, 1.0).first).to be_nan
  end
end
