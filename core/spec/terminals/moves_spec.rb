# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Terminals::Moves do
  codes = Gallop::Terminals::FUNCTIONS.invert
  let(:profile) { Gallop::Objects::Profile.load("haflinger") }

  # @param functions [Array<Symbol>] of the inputs
  define_method(:setup) do |functions, **values|
    inputs =
      functions.each_with_index.to_h { |function, n| ["terminals.input_#{n + 1}_function", codes.fetch(function)] }
    figures = { "control.mode" => 1, "network.command_source" => 2, **values }
    Gallop::Terminals::Setup.new(
      profile,
      figures.to_h { |key, figure| [key, profile.fetch(key).raw(figure)] }.merge(inputs)
    )
  end

  ALL_BITS = %i[forward move_trigger move_bit_1 move_bit_2 move_bit_3].freeze

  def step(logic, *closed, functions: ALL_BITS)
    contacts = Array.new(6) { |n| closed.include?(functions[n]) }
    begun = nil
    30.times do
      logic.step(contacts: contacts, volts: [0.0, 0.0], network: 0.0, ready: true, rests: false, dt: 0.001)
      begun = logic.moves.begun || begun
    end
    begun
  end

  def started(trigger)
    Gallop::Terminals::Logic
      .new(setup(ALL_BITS, "terminals.move_trigger" => trigger))
      .tap do |logic|
        logic.begin([false] * 6)
        step(logic, :forward)
      end
  end

  it "begins the move that the pattern chooses, at the edge that counts" do
    {
      0 => [[6, nil], [nil, 1]],
      1 => [[nil, 6], [nil, nil]],
      2 => [[6, 6], [nil, 1]],
      3 => [[6, nil], [nil, 1]]
    }.each do |trigger, (first, second)|
      logic = started(trigger)
      step(logic, :forward, :move_bit_1, :move_bit_3)
      on = step(logic, :forward, :move_bit_1, :move_bit_3, :move_trigger)
      off = step(logic, :forward, :move_bit_1, :move_bit_3)
      expect([trigger, on, off]).to eq([trigger, *first])
      rests = step(logic, :forward)
      again = step(logic, :forward, :move_trigger)
      expect([trigger, rests, again]).to eq([trigger, *second])
    end
  end

  it "waits only where the trigger is to stay on" do
    expect((0..3).map { |trigger| started(trigger).moves.waits? }).to eq([false, false, false, true])
  end

  it "begins nothing without a start, by a trigger that is on at power-up, or under new settings" do
    logic = Gallop::Terminals::Logic.new(setup(ALL_BITS))
    logic.begin([false, true, false, false, false, false])
    expect(step(logic, :move_trigger)).to be_nil
    expect(step(logic, :forward, :move_trigger)).to be_nil
    expect(step(logic)).to be_nil
    expect(step(logic, :move_trigger)).to be_nil
    other = Gallop::Terminals::Logic.new(setup(ALL_BITS, "terminals.move_trigger" => 2))
    other.carry_on(logic, [true, true, false, false, false, false])
    expect(step(other, :forward, :move_trigger)).to be_nil
  end

  it "tells what they do, and which can be chosen" do
    moves = {
      "moves.position_1" => 131_072,
      "moves.speed_1" => 120,
      "moves.next_1" => 2,
      "moves.dwell_1" => 400,
      "moves.kind_2" => 1,
      "moves.position_2" => -65_536
    }
    words = Gallop::Terminals::MoveWords.new(profile, setup(%i[forward move_trigger move_bit_1], **moves))
    expect(words.all).to match(
      [
        "The edge to on of D2 begins the move that D3 chooses, while the motor is switched on.",
        /\AMove 1: to 131.072.counts at 120.rpm, then after 0.40.s move 2\.\z/,
        /\AMove 2: by −65.536.counts at 300.rpm\.\z/
      ]
    )
    while_on = Gallop::Terminals::MoveWords.new(profile, setup(%i[forward move_trigger], "terminals.move_trigger" => 3))
    expect(while_on.all.first).to eq(
      "As long as D2 is on, the motor goes on with move 1, while the motor is switched on."
    )
    expect(Gallop::Terminals::MoveWords.new(profile, setup(ALL_BITS)).reachable).to eq((1..8).to_a)
    expect(Gallop::Terminals::MoveWords.new(profile, setup(ALL_BITS, "control.mode" => 3)).all).to eq([])
  end

  it "follows a chain to its end, or to where it comes back" do
    moves = described_class.of(setup(ALL_BITS, "moves.next_1" => 3, "moves.next_3" => 4, "moves.next_5" => 5))
    expect([1, 3, 5, 2].map { |from| described_class.chain(moves, from) }).to eq([[1, 3, 4], [3, 4], [5, 5], [2]])
  end

  it "is foreseen" do
    foreseen =
      Gallop::Terminals::Foreseen.new(
        profile,
        setup(%i[forward move_trigger], "moves.position_1" => 5000).then { |one| values_of(one) }
      )
    steps = [[0, 0], [1, 0], [1, 1]].map { |bits| bits.map { |bit| bit == 1 } + ([false] * 4) }
    expect(foreseen.after(steps.first(2)).sentence).to eq("Switched on; it holds its place.")
    expect(foreseen.after(steps).sentence).to match(/Goes by move 1: to 5.000.counts at 300.rpm\./)
    expect(foreseen.after(steps.first(1)).sentence).to eq("Stays at rest.")
  end

  def values_of(setup) =
    profile
      .settings
      .to_h { |entry| [entry.key, setup.raw(entry.key)] }
      .merge("control.mode" => setup.raw("control.mode"))
end
