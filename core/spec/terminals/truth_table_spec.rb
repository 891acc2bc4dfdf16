# frozen_string_literal: true

require_relative "../core_helper"
require_relative "../support/terminal_rows"

# Each row of the table, 30 ms a step.
RSpec.describe Gallop::Terminals::Logic do
  it "has #{TerminalRows::TABLE.size} rows" do
    expect(TerminalRows::TABLE.size).to be >= 150
  end

  def play(settings, steps, with_enable)
    profile = Gallop::Objects::Profile.load("shire")
    wiring = TerminalRows.wired(steps, with_enable)
    values = TerminalRows.values(settings, wiring)
    logic = begun(profile, values, TerminalRows.contacts(steps.first, wiring))
    steps.map do |step|
      closed = TerminalRows.contacts(step, wiring)
      logic = begun(profile, values, closed) if step.include?("P")
      pass(logic, closed, ready: false) if step.include?("R")
      logic.block if step.include?("N")
      pass(logic, closed, ready: true)
      logic.run
    end
  end

  def begun(profile, values, contacts)
    described_class.new(Gallop::Terminals::Setup.new(profile, values)).tap { |logic| logic.begin(contacts) }
  end

  def pass(logic, contacts, ready:)
    30.times { logic.step(contacts: contacts, volts: [0.0, 0.0], network: 0.0, ready: ready, dt: 0.001) }
  end

  TerminalRows::TABLE.each_with_index do |(settings, contacts, expected, with_enable), n|
    it "row #{n + 1}: #{settings.map { |key, value| "#{key.split(".").last} #{value}" }.join(", ")}: #{contacts}" do
      expect(play(settings, contacts.split, with_enable)).to eq(expected.split.map(&:to_i))
    end
  end
end
