# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::WindingFindings do
  def words(kind: :synchronous, resistance: 2.0, heat: nil, **reading)
    found =
      Gallop::Identify::Winding::Found.new(
        reading: Gallop::Identify::Channels::Reading.new(exchanged: false, reversed: [], open: nil, **reading),
        resistance: resistance,
        resistance_uncertainty: 0.02,
        gain_ratio: 1.0,
        low: 0.004,
        high: 0.004,
        inductance_uncertainty: 1e-4
      )
    described_class.new(kind, found, heat: heat, assignment: Gallop::Identify::Assignment.of(0))
  end

  def heat(loss, current) = Gallop::Identify::Winding::Heat.new(loss: loss, rated_current: current)

  # √(40/(3·1.31·2)) = 2.256 A; two phases √(40/(2·1.31·2)) = 2.763 A; one √(40/(1.31·2)) = 3.907 A
  { synchronous: 2.256, stepper: 2.763, brushed: 3.907 }.each do |kind, current|
    it "proposes the current that the permitted loss of a #{kind} motor leaves, where the sheet has more" do
      found = words(kind: kind, heat: heat(40.0, current * 1.1))
      expect(found.findings.map(&:id)).to eq(["too_hot"])
      proposed = found.estimates.find { |one| one.key == "motor.rated_current" }
      expect(proposed.figure).to be_within(0.001).of(current)
      sound = words(kind: kind, heat: heat(40.0, current * 0.9))
      expect([sound.findings, sound.estimates.map(&:key)]).to match([be_empty, exclude("motor.rated_current")])
    end
  end

  RSpec::Matchers.define_negated_matcher(:exclude, :include)

  it "names the phases of a stepper as its terminals are named" do
    expect(words(kind: :stepper, open: :v).findings.first.headline).to eq("No current flows in phase B")
    expect(words(open: :v).findings.first.headline).to eq("No current flows in phase V")
  end

  it "proposes an assignment for wrong channels, and no winding" do
    expect(words(exchanged: true, reversed: [:u]).estimates.map { |one| [one.key, one.figure] }).to eq(
      # shown is diag(−1, 1)·X of what flows; its transpose X·diag(−1, 1) is diag(1, −1)·X: exchanged, then V reversed
      [["sensing.assignment", 5]]
    )
    expect(words(open: :u).estimates).to be_empty
  end
end
