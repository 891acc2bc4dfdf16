# frozen_string_literal: true

require_relative "../core_helper"

# Each finding with a case in which it appears, and one beside it in which it does not.
RSpec.describe Gallop::Terminals::Rules do
  let(:codes) { Gallop::Terminals::FUNCTIONS.invert }
  let(:profile) { Gallop::Objects::Profile.load("shire") }

  def ids(inputs: [], wires: {}, sources: {}, **settings)
    functions =
      inputs.each_with_index.to_h { |function, n| ["terminals.input_#{n + 1}_function", codes.fetch(function)] }
    values = { "limits.motor_speed" => 1500, "limits.highest_speed" => 1500, **settings }
    raw = values.to_h { |key, figure| [key, profile.fetch(key).raw(figure)] }
    described_class.new(profile, { **raw, **functions }, wires: wires, sources: sources).findings.map(&:id)
  end

  contacts = { "network.command_source" => 2 }
  level = contacts.merge("terminals.start_by" => 1)
  three = contacts.merge("terminals.start_kind" => 1)
  by_analog = contacts.merge("network.reference_source" => 1)
  live_zero = by_analog.merge("terminals.analog_1_kind" => 3)
  opening = { "terminals.input_1_polarity" => 1 }

  {
    "starts_by_itself" => [
      { inputs: %i[forward], **level },
      { inputs: %i[forward], **contacts },
      { inputs: %i[jog_forward], **level }
    ],
    "nothing_starts" => [
      { inputs: %i[stop], **contacts },
      { inputs: %i[jog_forward], **contacts },
      { inputs: %i[stop] }
    ],
    "nothing_stops" => [
      { inputs: %i[forward], **three },
      { inputs: %i[forward stop], **three },
      { inputs: %i[forward enable], **three },
      { inputs: %i[forward], **contacts }
    ],
    "starts_nothing" => [{ inputs: %i[forward] }, { inputs: %i[forward], **contacts }, { inputs: %i[controller] }],
    "keeps_turning" => [
      { :inputs => %i[forward], **contacts, "limits.lowest_speed" => 360 },
      { inputs: %i[forward], **contacts },
      { "limits.lowest_speed" => 360 }
    ],
    "limit_by_closing" => [{ inputs: %i[limit_low] }, { inputs: %i[limit_low], **opening }, { inputs: %i[home] }],
    "torque_off_comes" => [{ inputs: %i[torque_off_comes] }, { inputs: %i[quick_stop] }, {}],
    "wire_unwatched" => [
      { :inputs => %i[forward], **live_zero, "terminals.analog_1_wire_break" => 0 },
      { :inputs => %i[forward], **live_zero, "terminals.analog_1_wire_break" => 1 },
      { :inputs => %i[forward], **by_analog, "terminals.analog_1_wire_break" => 0 },
      { "terminals.analog_1_kind" => 3, "terminals.analog_1_wire_break" => 0 }
    ],
    "signal_twice" => [
      { :inputs => %i[forward], **by_analog, "terminals.analog_1_function" => 2 },
      { :inputs => %i[forward], **by_analog, "terminals.analog_1_function" => 1 },
      { :inputs => %i[forward], **by_analog, "terminals.analog_2_function" => 2 }
    ],
    "source_without_inputs" => [
      { :inputs => %i[forward], **contacts, "network.reference_source" => 5 },
      { :inputs => %i[forward raise], **contacts, "network.reference_source" => 5 },
      { :inputs => %i[forward preset_1], **contacts, "network.reference_source" => 3 }
    ],
    "preset_beyond" => [
      { :inputs => %i[forward preset_1], **contacts, "presets.speed_1" => 1700 },
      { :inputs => %i[forward preset_1], **contacts, "presets.speed_1" => 1400 },
      { :inputs => %i[forward preset_1], **contacts, "presets.speed_2" => 1700 }
    ],
    "output_never" => [
      { "terminals.output_1_function" => 7 },
      { "terminals.output_1_function" => 7, "brake.fitted" => 1 },
      { "terminals.output_1_function" => 8, "terminals.output_1_threshold" => 99 }
    ],
    "output_chatters" => [
      { "terminals.output_1_function" => 9, "terminals.output_1_hysteresis" => 0 },
      { "terminals.output_1_function" => 9 },
      { "terminals.output_1_function" => 9, "terminals.output_1_hysteresis" => 0, "terminals.output_1_delay" => 50 },
      { "terminals.output_1_function" => 3, "terminals.output_1_hysteresis" => 0 }
    ],
    "references_alike" => [
      { :inputs => %i[forward changeover], **by_analog, "references.second" => 1 },
      { :inputs => %i[forward changeover], **by_analog, "references.second" => 2 },
      { :inputs => %i[forward], **by_analog, "references.second" => 1 }
    ],
    "process_unmeasured" => [
      { :inputs => %i[forward], **contacts, "network.reference_source" => 6 },
      { :inputs => %i[forward], **contacts, "network.reference_source" => 6, "terminals.analog_2_function" => 6 },
      { :inputs => %i[forward], **contacts, "references.second" => 6 }
    ],
    "process_sleeps" => [
      { :inputs => %i[forward], **contacts, "network.reference_source" => 6, "process.sleep_speed" => 300 },
      { :inputs => %i[forward], **contacts, "network.reference_source" => 6 },
      { :inputs => %i[forward], **contacts, "process.sleep_speed" => 300 }
    ],
    "signals_swapped" => [
      { inputs: %i[forward], **by_analog, sources: { 2 => "dancer" } },
      { inputs: %i[forward], **by_analog, sources: { 1 => "dancer" } },
      { inputs: %i[forward], **by_analog, sources: { 1 => "dancer", 2 => "spare" } }
    ],
    "debounced_too_long" => [
      { :inputs => %i[forward stop], **three, "terminals.input_1_debounce" => 300 },
      { :inputs => %i[forward stop], **three, "terminals.input_1_debounce" => 20 },
      { :inputs => %i[forward stop], **contacts, "terminals.input_1_debounce" => 300 }
    ],
    "one_wire_twice" => [
      { wires: { 1 => "Photo eye 2", 3 => "photo eye 2 " } },
      { wires: { 1 => "photo eye 2", 3 => "photo eye 3" } }
    ],
    "wired_for_nothing" => [
      { wires: { 1 => "photo eye 2" } },
      { inputs: %i[controller], wires: { 1 => "photo eye 2" } }
    ]
  }.each do |id, (case_of_it, *beside)|
    it "finds #{id}, and not beside it" do
      expect(ids(**case_of_it)).to include(id)
      beside.each { |other| expect(ids(**other)).not_to include(id) }
    end
  end

  it "finds presets in a skipped band and below the lowest speed" do
    band = { "limits.skip_speed_1" => 700, "limits.skip_width_1" => 60 }
    presets = { "presets.speed_1" => 710, "presets.speed_2" => 760 }
    found = ids(:inputs => %i[forward preset_1 preset_2], **contacts, **band, **presets, "presets.speed_3" => 900)
    expect(found.count("preset_beyond")).to eq(1)
    expect(ids(:inputs => %i[forward preset_1], **contacts, "limits.lowest_speed" => 300, "presets.speed_1" => 200)).to(
      include("preset_beyond")
    )
  end

  it "knows outputs that wait for more than there is" do
    expect(ids("terminals.output_2_function" => 8, "terminals.output_2_threshold" => 100)).to include("output_never")
  end

  it "finds function_lacking where a firmware has no second ramps" do
    lacking =
      %w[fjord shire].map do |family|
        values = { "terminals.input_3_function" => codes.fetch(:second_ramps) }
        described_class.new(Gallop::Objects::Profile.load(family), values).findings.map(&:headline).grep(/second ramps/)
      end
    expect(lacking).to eq([["D3: second ramps, and this firmware has none"], []])
  end

  it "adds no reference to itself" do
    twice = { :inputs => %i[forward], **by_analog, "references.second" => 1 }
    expect(ids(**twice, "references.combination" => 1)).to include("references_alike")
    expect(ids(**twice, "references.combination" => 1, "references.second" => 2)).not_to include("references_alike")
  end

  placed = { "control.mode" => 1, "network.command_source" => 2 }
  {
    "moves_untriggered" => [
      { inputs: %i[forward move_bit_1], **placed },
      { inputs: %i[forward move_bit_1 move_trigger], **placed },
      { inputs: %i[forward move_trigger], **placed }
    ],
    "moves_unheard" => [
      { :inputs => %i[forward move_trigger], **placed, "control.mode" => 3 },
      { inputs: %i[forward move_trigger], **placed },
      { :inputs => %i[forward], **placed, "control.mode" => 3 }
    ],
    "moves_endless" => [
      { :inputs => %i[forward move_trigger], **placed, "moves.next_1" => 2, "moves.next_2" => 1 },
      { :inputs => %i[forward move_trigger], **placed, "moves.next_1" => 2 },
      { :inputs => %i[forward move_trigger], **placed, "moves.next_2" => 2 }
    ],
    "moves_beyond" => [
      { :inputs => %i[forward move_trigger], **placed, "moves.position_1" => 900, "position.limit_high" => 800 },
      { :inputs => %i[forward move_trigger], **placed, "moves.position_1" => 700, "position.limit_high" => 800 },
      { :inputs => %i[forward move_trigger], **placed, "moves.position_2" => 900, "position.limit_high" => 800 }
    ]
  }.each do |id, (case_of_it, *beside)|
    it "finds #{id}, and not beside it" do
      found = ->(inputs:, **values) do
        functions =
          inputs.each_with_index.to_h { |function, n| ["terminals.input_#{n + 1}_function", codes.fetch(function)] }
        described_class.new(Gallop::Objects::Profile.load("haflinger"), { **values, **functions }).findings.map(&:id)
      end
      expect(found.(**case_of_it)).to include(id)
      beside.each { |other| expect(found.(**other)).not_to include(id) }
    end
  end

  led = { "network.command_source" => 4, "network.reference_source" => 8 }
  {
    "team_without_place" => [
      led,
      { **led, "team.place" => 2 },
      { "network.reference_source" => 8, "team.place" => 2 },
      { "team.place" => 1 }
    ],
    "team_not_followed" => [
      { "network.command_source" => 4, "team.place" => 2 },
      { **led, "team.place" => 2 },
      { "team.place" => 1 }
    ],
    "team_too_small" => [
      { **led, "team.place" => 3 },
      { **led, "team.place" => 3, "team.size" => 3 },
      { **led, "team.place" => 2 }
    ],
    "team_deaf_pulse" => [
      { **led, "team.place" => 2, "pulse.function" => 1 },
      { **led, "team.place" => 2 },
      { "team.place" => 1, "pulse.function" => 1 }
    ]
  }.each do |id, (case_of_it, *beside)|
    it "finds #{id}, and not beside it" do
      found = ->(values) { described_class.new(Gallop::Objects::Profile.load("fjord"), values).findings.map(&:id) }
      expect(found.(case_of_it)).to include(id)
      beside.each { |other| expect(found.(other)).not_to include(id) }
    end
  end

  it "has a case of every rule" do
    specs = File.read(__FILE__)
    described_class::ALL.each { |rule| expect(specs).to include(rule.to_s.sub("presets_beyond", "preset_beyond")) }
  end
end
