# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/identify_rigs"
require_relative "support/identify_mistakes"

# Motor and feedback, found out by what a drive injects and sees: machines by chance, of which the procedures know
# signals and settings alone. What cannot be told may be refused; nothing may be wrong. bin/bench identify does it many
# times over, and prints how good it is.
RSpec.describe Gallop::Identify do
  include IdentifyRigs

  rigs = Chance.times(1, 10)
  seeded = Random.new(Chance::SEED)
  # Turning takes its time: in the short run three kinds do, by chance, and each mistake is made on one.
  turning = Chance.long? ? IdentifyMistakes::TURNING : IdentifyMistakes::TURNING.sample(3, random: seeded)

  def winding_of(instrument) = Gallop::Identify::Winding.new(instrument).measure
  def turn_of(instrument, saliency = nil) = Gallop::Identify::OpenTurn.new(instrument, saliency: saliency).measure
  def random(name, n) = Random.new(Chance::SEED + n * 131 + name.to_s.sum)

  # What a machine is said to have, or that it cannot be told.
  def name_of(mistake, kind, random)
    machine(kind, random, switch: mistake.switch, settings: mistake.settings) { |drive| mistake.rig&.call(drive) }
    found = mistake.by == :winding ? winding_of(instrument) : turn_of(instrument)
    found.findings.first&.id || "nothing"
  rescue Gallop::Identify::Undecided
    "refused"
  end

  IdentifyRigs::KINDS.each_key do |kind|
    it "finds resistance, inductances and the place of the magnets of a #{kind}, or says why not" do
      rigs.times do |n|
        one = machine(kind, random(kind, n))
        found = winding_of(instrument)
        errors = errors_of_winding(one, found)
        expect(found.findings.select(&:blocker?)).to be_empty
        if turning.include?(kind)
          turned = turn_of(instrument, found.figures[:high] - found.figures[:low])
          errors.update(error_of_turn(kind, one, turned))
          expect(turned.findings.select(&:blocker?)).to be_empty
        end
        expect(errors[:resistance].abs).to be < 5, errors.inspect
        expect(errors.values_at(:low, :high).map(&:abs).max).to be < 10, errors.inspect
        expect(errors.fetch(:offset, 0.0).abs).to be < (kind == :halls ? 8 : 5), errors.inspect
      rescue Gallop::Identify::Undecided => e
        puts "#{kind}: #{e.message}"
      end
    end
  end

  IdentifyMistakes::ALL.each do |name, mistake|
    kinds = Chance.long? ? mistake.kinds : [mistake.kinds.sample(random: seeded)]
    it "names #{name.to_s.tr("_", " ")} of #{kinds.join(", ")}" do
      names = kinds.product((0...rigs).to_a).map { |kind, n| name_of(mistake, kind, random(name, n)) }
      puts "#{name}: #{names.tally}" if Chance.long?
      expect(names - mistake.is - ["refused"]).to be_empty
      expect(names.count("refused")).to be <= 0.2 * names.size if names.size > 1
    end
  end
end
