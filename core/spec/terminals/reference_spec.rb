# frozen_string_literal: true

require_relative "../core_helper"

# Where the speed comes from that a motor is asked for: sources, presets, scaling, and what a broken wire does.
RSpec.describe Gallop::Terminals::Reference do
  let(:profile) { Gallop::Objects::Profile.load("shire") }
  let(:codes) { Gallop::Terminals::FUNCTIONS.invert }

  def raw(settings) = settings.to_h { |key, figure| [key, profile.fetch(key).raw(figure)] }

  # @param inputs [Array<Symbol>] functions, from input 1 on
  def logic(settings = {}, inputs: [], **others)
    functions =
      inputs.each_with_index.to_h { |function, n| ["terminals.input_#{n + 1}_function", codes.fetch(function)] }
    values = {
      "limits.motor_speed" => profile.fetch("limits.motor_speed").raw(1500),
      **raw({ **settings, **others }),
      **functions
    }
    Gallop::Terminals::Logic.new(Gallop::Terminals::Setup.new(profile, values)).tap { |made| made.begin([false] * 6) }
  end

  def after(made, seconds = 0.2, on: [], volts: [0.0, 0.0], network: 0.0)
    contacts = made.setup.inputs.map { |input| on.include?(input.function) }
    (seconds * 1000).round.times do
      made.step(contacts: contacts, volts: volts, network: network, ready: true, dt: 0.001)
    end
    made.speed
  end

  it "is the target over the network alone, as long as network and target over it are set" do
    made = logic({ "presets.speed_1" => 200, "terminals.analog_2_function" => 3 }, inputs: %i[preset_1])
    expect(made.setup.leads?).to be(false)
    expect(after(made, network: -750.0, on: %i[preset_1], volts: [0.0, 5.0])).to eq(-750.0)
  end

  # Volts, by hand: 0 to 10 V, −10 to 10 V, 0 to 20 mA and 4 to 20 mA over 500 Ω.
  {
    [0, 5.0] => 750,
    [0, -3.0] => 0,
    [0, 10.4] => 1500,
    [1, -5.0] => -750,
    [1, 10.0] => 1500,
    [2, 5.0] => 750,
    [3, 2.0] => 0,
    [3, 6.0] => 750,
    [3, 10.0] => 1500
  }.each do |(kind, volts), speed|
    it "takes #{volts} V at a signal of kind #{kind} for #{speed} rpm" do
      made = logic("network.reference_source" => 1, "terminals.analog_1_kind" => kind)
      expect(after(made, 1.0, volts: [volts, 0.0])).to be_within(0.5).of(speed)
    end
  end

  it "is scaled by two points, also the other way round, and is zero within its deadband" do
    scaled = { "terminals.analog_1_low" => 20, "terminals.analog_1_high" => 80 }
    ends = { "terminals.analog_1_low_figure" => 28.6, "terminals.analog_1_high_figure" => 100 }
    made = logic("network.reference_source" => 1, **scaled, **ends)
    { 1.0 => 429, 2.0 => 429, 5.0 => 964.5, 8.0 => 1500, 9.5 => 1500 }.each do |volts, speed|
      expect(after(made, 1.0, volts: [volts, 0.0])).to be_within(0.5).of(speed)
    end
    inverse = { "terminals.analog_1_low_figure" => 100, "terminals.analog_1_high_figure" => 0 }
    made = logic("network.reference_source" => 1, **inverse, "terminals.analog_1_deadband" => 4)
    { 0.0 => 1500, 2.5 => 1125, 9.7 => 0, 9.5 => 75 }.each do |volts, speed|
      expect(after(made, 1.0, volts: [volts, 0.0])).to be_within(0.5).of(speed)
    end
  end

  it "is filtered with its time constant" do
    made = logic("network.reference_source" => 1, "terminals.analog_1_filter" => 100)
    after(made, 1.0)
    expect(after(made, 0.1, volts: [10.0, 0.0])).to be_within(8).of(1500 * (1 - Math.exp(-1)))
  end

  it "tells a broken wire below 3.6 mA, and does what is set" do
    { 0 => nil, 1 => :warn, 2 => :fault, 3 => :warn }.each do |setting, told|
      made =
        logic(
          "network.reference_source" => 1,
          "terminals.analog_1_kind" => 3,
          "terminals.analog_1_wire_break" => setting
        )
      after(made, 1.0, volts: [6.0, 0.0])
      expect(made.broken).to be_nil
      expect(after(made, 1.0, volts: [1.81, 0.0])).to be_within(0.5).of(0) # 3.62 mA
      expect(made.broken).to be_nil
      after(made, 1.0, volts: [6.0, 0.0])
      expect(after(made, 1.0, volts: [1.79, 0.0])).to be_within(0.5).of(setting == 3 ? 750 : 0)
      expect(made.broken).to eq(told)
    end
  end

  it "is a preset as long as a pattern is chosen, and the source at pattern 0" do
    bits = %i[preset_1 preset_2 preset_3 preset_4]
    speeds = (1..15).to_h { |n| ["presets.speed_#{n}", 80 * n * (n.even? ? -1 : 1)] }
    made = logic({ "network.reference_source" => 4, "references.fixed" => 33, **speeds }, inputs: bits)
    (0..15)
      .to_a
      .shuffle(random: Random.new(5))
      .each do |n|
        on = bits.select.with_index { |_, bit| n[bit] == 1 }
        expect(after(made, on: on)).to eq(n.zero? ? 33 : 80 * n * (n.even? ? -1 : 1))
        expect(made.preset).to eq(n)
      end
  end

  it "does not take a pattern that stands for less than its debounce, whichever contact is first" do
    speeds = { "presets.speed_1" => 100, "presets.speed_2" => 200, "presets.speed_3" => 300 }
    debounced = { "terminals.input_1_debounce" => 20, "terminals.input_2_debounce" => 20 }
    made = logic({ "network.reference_source" => 3, **speeds, **debounced }, inputs: %i[preset_1 preset_2])
    after(made, on: [:preset_1])
    seen = []
    step = ->(seconds, on) { (seconds * 1000).round.times { seen << after(made, 0.001, on: on) } }
    step.(0.015, []) # one opens before the other closes
    step.(0.1, [:preset_2])
    step.(0.015, %i[preset_1 preset_2])
    step.(0.1, %i[preset_1])
    expect(seen.uniq).to eq([100.0, 200.0])
  end

  it "is the second source by an input, or the sum of both" do
    sources = { "network.reference_source" => 4, "references.fixed" => 400, "references.second" => 2 }
    made = logic(sources, inputs: %i[changeover])
    expect(after(made, 1.0, volts: [0.0, 5.0])).to be_within(0.5).of(400)
    expect(after(made, 1.0, volts: [0.0, 5.0], on: %i[changeover])).to be_within(0.5).of(750)
    expect(made.source).to eq(:analog_2)
    made = logic(sources.merge("references.combination" => 1))
    expect(after(made, 1.0, volts: [0.0, 5.0])).to be_within(0.5).of(1150)
  end

  it "is trimmed by a signal that is there for it" do
    made =
      logic(
        "network.reference_source" => 4,
        "references.fixed" => 400,
        "terminals.analog_2_function" => 3,
        "terminals.analog_2_low_figure" => -10,
        "terminals.analog_2_high_figure" => 10
      )
    expect(after(made, 1.0, volts: [0.0, 0.0])).to be_within(0.5).of(250)
    expect(after(made, 1.0, volts: [0.0, 7.5])).to be_within(0.5).of(475)
  end

  it "is raised and lowered by contacts, and remembered where that is set" do
    setup = { "network.command_source" => 2, "network.reference_source" => 5, "references.potentiometer_time" => 10 }
    [0, 1].each do |keeps|
      made = logic(setup.merge("references.potentiometer_keeps" => keeps), inputs: %i[forward raise lower])
      after(made, 2.0, on: %i[forward raise])
      expect(after(made, 1.0, on: %i[forward])).to be_within(3).of(300)
      expect(after(made, 1.0, on: %i[forward lower])).to be_within(3).of(150)
      after(made, 1.0)
      expect(after(made, 0.1, on: %i[forward])).to be_within(3).of(keeps == 1 ? 150 : 0)
      expect(after(made, 20.0, on: %i[forward raise])).to eq(1500)
    end
  end

  it "turns round with the direction of its start, and is a jog's own speed" do
    setup = { "network.command_source" => 2, "network.reference_source" => 4, "references.fixed" => 400 }
    made = logic({ **setup, "presets.jog_speed" => 90 }, inputs: %i[forward backward jog_forward jog_backward])
    { forward: 400, backward: -400, jog_forward: 90, jog_backward: -90 }.each do |function, speed|
      after(made)
      expect(after(made, on: [function])).to eq(speed)
    end
    expect(after(made)).to eq(0)
  end

  describe Gallop::Terminals::Window do
    let(:window) { described_class.new(highest: 1260.0, backward: 900.0, lowest: 360.0, skipped: [(700.0..760.0)]) }

    # What is asked for and the direction of the start, and what it is held to.
    {
      [0, 1] => 360,
      [0, -1] => -360,
      [0, 0] => 360,
      [100, 1] => 360,
      [-100, -1] => -360,
      [500, 1] => 500,
      [730, 1] => 700,
      [-730, -1] => -700,
      [760, 1] => 760,
      [2000, 1] => 1260,
      [-2000, -1] => -900
    }.each do |(asked, direction), held|
      it "holds #{asked} started #{direction} to #{held}" do
        expect(window.held(asked, direction)).to eq(held)
      end
    end
  end
end
