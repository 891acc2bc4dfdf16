# frozen_string_literal: true

require_relative "paddock_helper"

# What core foresees of contacts by chance, and what a stand-in does: each command, each reference, and no start else.
RSpec.describe Gallop::Terminals::Foreseen do
  machines = ["Carriage", "Web feed", "Squeegee", "Roll tug", "Dye pump", "Doser"]
  latching = %i[external_fault raise lower] # a fault, or a figure that time makes, is nobody's to foresee
  functions = Gallop::Terminals::FUNCTIONS.reject { |_, function| latching.include?(function) }.keys
  sequences = Chance.times(36, 5000)

  machines.each do |name|
    it "agrees with #{name} in #{sequences / machines.size} assignments by chance" do
      commissioned(name)
      random = Chance.named("agree #{name}")
      mine = functions & entry("terminals.input_1_function").choices.keys
      (sequences / machines.size).times { play(assign(random, mine), random) }
    end
  end

  # All inputs off, then a new assignment. @return [Gallop::Terminals::Foreseen]
  def assign(random, functions)
    values = by_chance(random, functions)
    let_go
    values.each { |key, raw| firmware.write(entry(key), raw) }
    @reversed = (1..6).map { |n| values.fetch("terminals.input_#{n}_polarity") == 1 }
    let_go
    @steps = [@reversed.dup]
    described_class.new(@stand_in.profile, firmware.memory.live.dup)
  end

  # What waits for the stage to be off comes into force then, and takes a start away: a quick stop may last.
  def let_go
    @stand_in.axis.box.contacts.each_with_index { |one, n| one.operated = @reversed ? @reversed[n] : false }
    pass(0.03)
    pass_until(9) { !firmware.stage_on? }
    firmware.write(entry("control.word"), 0x80) if state == :fault
    pass(0.03)
  end

  def by_chance(random, functions)
    inputs =
      (1..6).flat_map do |n|
        [
          ["terminals.input_#{n}_function", functions.sample(random: random)],
          ["terminals.input_#{n}_polarity", random.rand(2)],
          ["terminals.input_#{n}_debounce", random.rand(0..4)]
        ]
      end
    top = (0.2 * read("limits.motor_speed")).round
    presets = (1..15).map { |n| ["presets.speed_#{n}", entry("presets.speed_#{n}").raw(random.rand(-top..top))] }
    {
      "network.command_source" => 2,
      "network.reference_source" => [1, 2, 3, 4].sample(random: random),
      "references.second" => [1, 2, 4].sample(random: random),
      "references.combination" => random.rand(2),
      "references.fixed" => entry("references.fixed").raw(random.rand(-top..top)),
      "terminals.start_kind" => random.rand(2),
      "terminals.start_by" => random.rand(2),
      "terminals.both_directions" => random.rand(4),
      "terminals.stop_by" => 1, # at rest at once
      **inputs.to_h,
      **presets.to_h
    }
  end

  def play(foreseen, random)
    volts = Array.new(2) { random.rand(0.0..2.0) }
    volts.each_with_index { |one, n| @stand_in.axis.box.sources[n].volts = one }
    6.times do
      n = random.rand(6)
      contact = @stand_in.axis.box.contacts[n]
      contact.operated = !contact.operated
      @steps << @steps.last.dup.tap { |step| step[n] = contact.operated }
      pass(0.15)
      compare(foreseen.after(@steps, volts: volts))
    end
  end

  def compare(outcome)
    pass_until(2) { enabled? == !outcome.run.zero? }
    functions =
      (1..6).map { |n| entry("terminals.input_#{n}_function").show(read_raw("terminals.input_#{n}_function")) }
    told = "#{functions}, #{@steps}: #{outcome.sentence}"
    seen = [read("references.run"), enabled?, fault]
    expect(seen).to eq([outcome.run, !outcome.run.zero?, 0]), "#{told} Seen: #{seen}"
    near = 0.003 * read("limits.motor_speed") + 1
    expect(read("references.asked")).to be_within(near).of(outcome.asked), told
  end

  def enabled? = state == :operation_enabled
  def read_raw(key) = firmware.read(entry(key))
end
