# frozen_string_literal: true

require_relative "core_helper"

# Each finding where it appears, and just beside it where it does not.
RSpec.describe Gallop::Consistency do
  def ids(family, figures)
    profile = Gallop::Objects::Profile.load(family)
    values = profile.settings.to_h { |entry| [entry.key, entry.default_raw] }
    figures.each { |key, figure| values[key] = profile.fetch(key).raw(figure) }
    described_class.new(profile, values).findings.map { |finding| [finding.id, finding.values] }
  end

  Gallop::Objects::Profile::FAMILIES.each do |family|
    it("has nothing to say about a #{family} from the works") { expect(ids(family, {})).to be_empty }
  end

  [
    ["haflinger", { "supply.chopper_level" => 400 }, { "supply.chopper_level" => 399 }, "out_of_order"],
    ["haflinger", { "supply.under_voltage" => 400 }, { "supply.under_voltage" => 390 }, "out_of_order"],
    ["shire", { "limits.lowest_speed" => 3000 }, { "limits.lowest_speed" => 2999 }, "out_of_order"],
    [
      "haflinger",
      { "position.limit_low" => 100, "position.limit_high" => 100 },
      { "position.limit_low" => 99, "position.limit_high" => 100 },
      "out_of_order"
    ],
    ["fjord", { "battery.end_voltage" => 3.3 }, { "battery.end_voltage" => 3.299 }, "out_of_order"],
    ["fjord", { "pulse.centre" => 1000 }, { "pulse.centre" => 1001 }, "out_of_order"],
    [
      "haflinger",
      { "terminals.input_1_function" => 6, "terminals.input_4_function" => 6 },
      { "terminals.input_1_function" => 1, "terminals.input_4_function" => 1 },
      "shared_function"
    ],
    ["haflinger", { "ramps.quick_stop" => 5999 }, { "ramps.quick_stop" => 6000 }, "slow_quick_stop"],
    ["haflinger", { "motor.rated_current" => 9.1 }, { "motor.rated_current" => 9 }, "motor_beyond_drive"],
    # 3000 rpm · 10 000 counts/50 s⁻¹ are 10 000 counts, of which 80 % are led
    [
      "haflinger",
      {
        "ramps.profile_speed" => 3000,
        "feedback.counts_per_turn" => 10_000,
        "position_loop.gain" => 50,
        "position_loop.speed_feed_forward" => 80,
        "position.following_error_window" => 1990
      },
      {
        "ramps.profile_speed" => 3000,
        "feedback.counts_per_turn" => 10_000,
        "position_loop.gain" => 50,
        "position_loop.speed_feed_forward" => 80,
        "position.following_error_window" => 2010
      },
      "window_below_lag"
    ],
    [
      "haflinger",
      { "brake.fitted" => 2, "terminals.output_2_function" => 7 },
      { "brake.fitted" => 1, "terminals.output_2_function" => 7 },
      "two_brake_masters"
    ]
  ].each do |family, wrong, right, id|
    it "finds #{id} in #{wrong}, and not in #{right}" do
      expect(ids(family, wrong).map(&:first)).to eq([id])
      expect(ids(family, right)).to be_empty
    end
  end

  it "warns of a field that goes by a nameplate, and not of one that was measured" do
    measured = {
      "output.control" => 1,
      "motor.stator_resistance" => 4800,
      "motor.rotor_resistance" => 4200,
      "motor.leakage_inductance" => 32_000,
      "motor.no_load_current" => 1970
    }
    expect(ids("shire", measured)).to be_empty
    expect(ids("shire", measured.merge("motor.rotor_resistance" => 0))).to eq(
      [["field_unmeasured", %w[output.control motor.rotor_resistance]]]
    )
    expect(ids("shire", measured.merge("motor.rotor_resistance" => 0, "output.control" => 0))).to be_empty
  end

  it "warns of a field that is to go by an encoder which is not set" do
    proper = {
      "motor.stator_resistance" => 4800,
      "motor.rotor_resistance" => 4200,
      "motor.leakage_inductance" => 32_000
    }
    by_encoder = proper.merge("motor.no_load_current" => 1970, "output.control" => 2)
    expect(ids("shire", by_encoder.merge("feedback.kind" => 0)).map(&:first)).to eq(["field_by_no_encoder"])
    expect(ids("shire", by_encoder.merge("feedback.kind" => 1))).to be_empty
  end

  it "names a conflict at both ends" do
    profile = Gallop::Objects::Profile.load("haflinger")
    found =
      described_class.new(profile, { "terminals.input_1_function" => 6, "terminals.input_4_function" => 6 }).by_key
    expect(found.keys).to contain_exactly("terminals.input_1_function", "terminals.input_4_function")
    expect(found["terminals.input_4_function"].first.headline).to eq("“Fault reset” is on 2 inputs: 1 and 4")
  end
end
