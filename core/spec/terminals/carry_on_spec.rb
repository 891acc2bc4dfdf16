# frozen_string_literal: true

require_relative "../core_helper"

# Settings that are written while contacts are closed: they start no motor, and stop none that they are not about.
RSpec.describe Gallop::Terminals::Logic do
  let(:profile) { Gallop::Objects::Profile.load("shire") }
  let(:level) { { "network.command_source" => 2, "terminals.start_by" => 1, "network.reference_source" => 4 } }

  def logic(values) = described_class.new(setup({ "terminals.input_1_function" => 2, **values }))
  def setup(values) = Gallop::Terminals::Setup.new(profile, { "limits.motor_speed" => 1500, **values })

  def step(logic, closed, seconds = 0.1)
    contacts = [closed, *[false] * 5]
    (seconds / 0.001).round.times do
      logic.step(contacts: contacts, volts: [0.0, 0.0], network: 0.0, ready: true, dt: 0.001)
    end
    [logic.run, logic.speed]
  end

  # Under new settings, with the contact as it is.
  def then_with(before, closed, values)
    logic(values).tap { |after| after.carry_on(before, [closed, *[false] * 5]) }
  end

  it "lets a start count once it is given anew when terminals become the command source" do
    before = logic(level.merge("network.command_source" => 0)).tap { |one| one.begin([true] + [false] * 5) }
    step(before, true)
    after = then_with(before, true, level)
    expect(step(after, true).first).to eq(0)
    step(after, false)
    expect(step(after, true).first).to eq(1)
  end

  it "lets it count anew when an input becomes a start while its contact is closed" do
    before = logic(level.merge("terminals.input_1_function" => 1)).tap { |one| one.begin([true] + [false] * 5) }
    step(before, true)
    expect(step(then_with(before, true, level), true).first).to eq(0)
  end

  it "keeps a motor running whose reference is written" do
    before = logic(level.merge("references.fixed" => 300)).tap { |one| one.begin([false] * 6) }
    expect(step(before, true)).to eq([1, 300.0])
    after = then_with(before, true, level.merge("references.fixed" => 450))
    expect([after.run, step(after, true, 0.001)]).to eq([1, [1, 450.0]])
  end
end
