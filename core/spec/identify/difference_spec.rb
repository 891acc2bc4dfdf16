# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::Difference do
  it "knows a zero that is a figure from one that is none" do
    profile = Gallop::Objects::Profile.load("haflinger")
    sentence = ->(key, found) { described_class.new(profile.fetch(key), 0.0, found).sentence }
    expect(sentence.("feedback.commutation_offset", 12.0)).to match(/how the device sits/)
    expect(sentence.("speed_loop.load_inertia", 1.8)).to eq("Nothing is set so far.")
    expect(sentence.("speed_loop.load_inertia", 0.0)).to eq("As it is set.")
  end

  let(:profile) { Gallop::Objects::Profile.load("haflinger") }

  def told(key, given, measured) = described_class.new(profile.fetch(key), given, measured)

  it "explains more resistance by cable and warmth" do
    # 0.1 Ω are 5.6 m of 1 mm² at 0.0178 Ω·mm²/m, and 6.45 % are 16.4 K at 0.393 %/K
    one = told("motor.phase_resistance", 1.55, 1.65)
    expect(one.sentence).to match(/\A6.% more: 6.m of cable of 1 mm² add as much, a winding that is 16.K warmer too/)
    expect(one).to be_plausible
  end

  it "doubts what is twice, as figures between two lines are" do
    one = told("motor.phase_resistance", 3.1, 1.55)
    expect([one.plausible?, one.sentence]).to match([false, /Between two lines it is twice the figure of a phase/])
  end

  it "lets nobody take a direction, or pole pairs, unseen" do
    expect(told("feedback.direction", 0, 1)).not_to be_plausible
    expect(told("motor.pole_pairs", 5, 4)).not_to be_plausible
    expect(told("motor.pole_pairs", 5, 5)).to be_plausible
  end

  it "says nothing where nothing was given, and that it is as it is set" do
    expect(told("motor.phase_inductance", nil, 4.0).sentence).to eq("")
    expect(told("motor.phase_inductance", 4.0, 4.01).sentence).to eq("As it is set.")
  end
end
