# frozen_string_literal: true

require_relative "../core_helper"

# Each way in which contacts start a motor, in sentences; and that there is no other.
RSpec.describe Gallop::Terminals::Starts do
  codes = Gallop::Terminals::FUNCTIONS.invert

  define_method(:setup_of) do |family, functions, **settings|
    profile = Gallop::Objects::Profile.load(family)
    values = { "network.command_source" => 2, **settings }
    functions.each_with_index { |function, n| values["terminals.input_#{n + 1}_function"] = codes.fetch(function) }
    Gallop::Terminals::Setup.new(profile, values)
  end

  def sentences(setup)
    words = Gallop::Terminals::Words.new(Gallop::Objects::Profile.load("shire"), setup)
    described_class.new(setup).all.map { |start| words.of(start) }
  end

  it "says nothing where the network commands" do
    expect(sentences(setup_of("shire", [:forward], "network.command_source" => 0))).to be_empty
  end

  it "says what two wires do by an edge" do
    setup = setup_of("shire", %i[forward backward], "network.reference_source" => 1)
    expect(sentences(setup)).to eq(
      [
        "Closing D1 while D2 is open: forward, as analog input 1 asks.",
        "Closing D2 while D1 is open: backward, as analog input 1 asks."
      ]
    )
  end

  it "says what a level does by itself" do
    setup =
      setup_of(
        "shire",
        %i[forward stop second_ramps],
        "terminals.start_by" => 1,
        "network.reference_source" => 4,
        "references.fixed" => 375
      )
    at = "forward, at 375 rpm, by the second ramps while D3 is on."
    expect(sentences(setup)).to eq(
      [
        "Closing D1 while D2 is open: #{at}",
        "Opening D2 while D1 is closed: #{at}",
        "When power returns while D1 is closed and D2 is open: #{at}",
        "When a fault is reset, or the drive is ready again while D1 is closed and D2 is open: #{at}"
      ]
    )
  end

  it "names jogs, presets and what two references make" do
    presets = { "network.reference_source" => 3, "presets.speed_1" => 900 }
    expect(sentences(setup_of("shire", %i[forward preset_1 preset_2 jog_backward], **presets))).to eq(
      ["Closing D1: forward, at the preset by D2 and D3, else at zero.", "Closing D4: backward, jog at 100 rpm."]
    )
    two = { "network.reference_source" => 1, "references.second" => 4, "references.fixed" => 300 }
    expect(sentences(setup_of("shire", %i[forward changeover], **two))).to eq(
      ["Closing D1: forward, as analog input 1 asks, or at 300 rpm while D2 is on."]
    )
    expect(sentences(setup_of("shire", %i[forward], "references.combination" => 1, **two))).to eq(
      ["Closing D1: forward, as analog input 1 asks, plus 300 rpm."]
    )
  end

  it "knows that the one that came first may be either" do
    first = { "terminals.start_by" => 1, "terminals.both_directions" => 3, "network.reference_source" => 3 }
    expect(sentences(setup_of("shire", %i[forward backward stop], **first))).to include(
      "Opening D3 while D1 is closed: forward, at zero.",
      "Opening D3 while D2 is closed: backward, at zero."
    )
  end

  # Whatever is assigned and however the contacts move, one at a time: a motor that starts was announced.
  it "announces every start of #{Chance.times(150, 2500)} machines by chance" do
    random = Random.new(Chance::SEED)
    Chance
      .times(150, 2500)
      .times do
        setup = by_chance(random, codes)
        announced = described_class.new(setup).all
        contacts = Array.new(6) { random.rand < 0.5 }
        logic = Gallop::Terminals::Logic.new(setup).tap { |one| one.begin(contacts) }
        settle(logic, contacts)
        expect_announced(announced, :power_up, nil, contacts, logic) unless logic.run.zero?
        12.times do
          before = logic.run
          n = random.rand(6)
          contacts = contacts.dup.tap { |list| list[n] = !list[n] }
          settle(logic, contacts)
          expect_announced(announced, :contact, n + 1, contacts, logic) if before.zero? && !logic.run.zero?
        end
      end
  end

  def by_chance(random, codes)
    values = {
      "network.command_source" => 2,
      "network.reference_source" => random.rand(0..5),
      "terminals.start_kind" => random.rand(2),
      "terminals.start_by" => random.rand(2),
      "terminals.both_directions" => random.rand(4)
    }
    (1..6).each do |n|
      values["terminals.input_#{n}_function"] = codes.values.sample(random: random)
      values["terminals.input_#{n}_polarity"] = random.rand(2)
    end
    family = Gallop::Objects::Profile::FAMILIES.sample(random: random)
    Gallop::Terminals::Setup.new(Gallop::Objects::Profile.load(family), values)
  end

  def settle(logic, contacts)
    8.times { logic.step(contacts: contacts, volts: [0.0, 0.0], network: 0.0, ready: true, dt: 0.005) }
  end

  def expect_announced(announced, event, contact, contacts, logic)
    fitting =
      announced.select do |start|
        start.event == event && start.contact == contact && start.run == logic.run &&
          (contact.nil? || start.closes == contacts[contact - 1]) &&
          start.given.all? { |number, closed| contacts[number - 1] == closed }
      end
    expect(fitting).not_to be_empty,
    "#{logic.setup.inputs.map(&:function)} #{contacts} #{event} #{contact}: not announced"
  end
end
