# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/fault_case"
require_relative "support/fault_scenarios"

# Causes of faults by their traces: stand-ins with a truth by chance, of which the explainer sees signals and facts
# alone.
RSpec.describe Gallop::Traces::Faults::Explainer do
  include FaultScenarios
  include FaultCase

  rigs = Chance.times(1, 20)
  # About one in fifty is taken for another cause. The nights hold each scenario to it; one rig of each cannot tell a
  # rate, and all of them together may have so many.
  misnamed = []
  most_misnamed = 2

  FaultScenarios::CAUSES.each do |cause, scenarios|
    scenarios.each do |scenario|
      it "names #{cause} by #{scenario.to_s.tr("_", " ")}, and hardly anything else" do
        # A mild draw may stay below its trip: then there is nothing to explain, and another rig is drawn.
        drawn = Array.new(rigs + 2 + rigs / 5) { |n| Random.new(Chance::SEED + n * 101 + scenario.to_s.sum) }
        tripped = drawn.lazy.select { |random| trip(scenario, random) }
        verdicts = tripped.map { explained.then { |one| one.decided? ? one.cause.cause : "not decided" } }.first(rigs)
        puts "#{scenario}: #{verdicts.tally}" if Chance.long?
        expect(verdicts.size).to eq(rigs)
        wrong = verdicts - [cause, "not decided"]
        misnamed.concat(wrong.map { |one| "#{scenario}: #{one}" })
        expect(wrong.size).to be <= (rigs * 0.05).ceil, "#{scenario}: #{verdicts.tally}"
        expect(misnamed.size).to be <=
          (rigs > 1 ? 0.02 * rigs * FaultScenarios::CAUSES.values.sum(&:size) : most_misnamed),
        misnamed.join(", ")
        expect(verdicts.count(cause)).to be >= (rigs * 0.9).floor, "#{scenario}: #{verdicts.tally}" if rigs > 1
      end
    end
  end

  it "says the cause with figures, what would have prevented it, and what each replay leaves over" do
    trip(:stop_without_resistor, Random.new(3))
    found = explained
    expect(found.headline).to eq("Ramp too short")
    expect(found.cause.sentence).to match(
      /In the mean \d+ W came back while it braked; the bus rose from 325 V to 40\d V/
    )
    expect(found.cause.remedy).to match(
      /Decelerate with at most .+ rpm.s instead of .+ rpm.s, or fit a braking resistor/
    )
    expect(found.ranking.first.left_over).to be < 0.1
  end
end
