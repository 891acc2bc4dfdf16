# frozen_string_literal: true

require_relative "../core_helper"

# Hysteresis, delays and polarity of an output, by hand.
RSpec.describe Gallop::Terminals::Output do
  def output(function, reversed: false, threshold: 50.0, hysteresis: 0.0, on: 0.0, off: 0.0)
    described_class.new(
      described_class::Setting.new(
        number: 1,
        function: function,
        reversed: reversed,
        threshold: threshold,
        hysteresis: hysteresis,
        on_delay: on,
        off_delay: off
      )
    )
  end

  # How it stands after each of the states, each for 10 ms.
  def follows(output, states) = states.map { |state| output.step(state, 0.01).then { output.closed? } }

  it "goes on above its threshold, and off once the figure has fallen by the hysteresis" do
    figures = [40.0, 51.0, 49.0, 46.0, 44.9, 49.0, 50.5]
    expect(follows(output(:speed, hysteresis: 5.0), figures)).to eq([false, true, true, true, false, false, true])
    expect(follows(output(:speed), figures)).to eq([false, true, false, false, false, false, true])
  end

  it "waits both ways" do
    states = [true] * 4 + [false, true] + [false] * 3
    expect(follows(output(:fault, on: 0.03, off: 0.02), states)).to eq(
      [false, false, true, true, true, true, true, false, false]
    )
  end

  it "means open where it is turned round, and stays open where it shows nothing" do
    expect(follows(output(:ready, reversed: true), [false, true])).to eq([true, false])
    expect(follows(output(:none, reversed: true), [false])).to eq([false])
  end

  it "knows every function that a profile offers" do
    %w[haflinger shire fjord camargue exmoor konik].each do |family|
      entry = Gallop::Objects::Profile.load(family)["terminals.output_1_function"]
      expect(entry.choices.keys).to eq(described_class::FUNCTIONS.keys)
    end
  end

  it "keeps how it stood under new settings of the same function" do
    before = output(:fault, on: 1.0).tap { |one| 101.times { one.step(true, 0.01) } }
    expect(output(:fault, on: 2.0).carry_on(before)).to be_closed
    expect(output(:ready).carry_on(before)).not_to be_closed
  end

  it "puts figures out as volts, between two points and no further" do
    setup = Gallop::Terminals::Setup.new(Gallop::Objects::Profile.load("shire"), settings(1, -50, 100))
    volts = Gallop::Terminals::AnalogOutput.new(setup)
    # 0 % is a third of the way from −50 % to 100 %
    expect([-80, -50, 0, 100, 120].map { |figure| volts.volts(figure).round(3) }).to eq([0.0, 0.0, 3.333, 10.0, 10.0])
    off = Gallop::Terminals::Setup.new(Gallop::Objects::Profile.load("shire"), settings(0, 0, 100))
    expect(Gallop::Terminals::AnalogOutput.new(off).volts(70)).to eq(0.0)
  end

  def settings(source, low, high)
    {
      "terminals.analog_output_source" => source,
      "terminals.analog_output_low" => low * 10,
      "terminals.analog_output_high" => high * 10
    }
  end
end
