# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/identify_rigs"
require_relative "support/identify_mistakes"

# Motor and feedback, found out by what a drive injects and sees: machines by chance, of which the procedures know
# signals and settings alone. What cannot be told may be refused; nothing may be wrong. bin/bench identify does it many
# times over, and prints how good it is.
RSpec.describe Gallop::Identify, :lasting do
  include IdentifyRigs

  rigs = Chance.times(1, 10)
  seeded = Random.new(Chance::SEED)
  # Turning takes its time: in the short run two kinds do, by chance, and half of the mistakes are made, each on one.
  turning = Chance.long? ? IdentifyMistakes::TURNING : IdentifyMistakes::TURNING.sample(2, random: seeded)

  def random(name, n) = Random.new(Chance::SEED + n * 131 + name.to_s.sum)

  # What a machine is said to have, or that it cannot be told.
  def name_of(mistake, kind, random)
    one = machine(kind, random, switch: mistake.switch, settings: mistake.settings) { |drive| mistake.rig&.call(drive) }
    found_by(mistake.by, one).findings.first&.id || "nothing"
  rescue Gallop::Identify::Undecided
    "refused"
  end

  # The winding of a machine with its current sensors connected wrong. One in ten with halls, those below 0.03 Ω, is
  # refused: what the stage takes is then most of the voltage.
  def miswired(kind, flaw)
    (1..4).each do |n|
      one = machine(kind, random("assignment", n)) { |drive| drive["sensor"].merge!(flaw) }
      return one, found_by(:winding, one)
    rescue Gallop::Identify::Undecided => e
      raise if n == 4 || kind != :halls || !e.message.include?("fit no wiring")
    end
  end

  wired = (Chance.long? ? IdentifyMistakes::WIRED : [IdentifyMistakes::WIRED.sample(random: seeded)])
  wired.each do |kind|
    it "puts the current sensors of a #{kind} right in software, and measures the winding with it" do
      one, wrong = miswired(kind, "exchanged" => kind != :brushed, "reversed_v" => true)
      expect(wrong.estimates.map(&:key)).to eq(["sensing.assignment"])
      write("control.word", 0)
      pass(0.1)
      write("sensing.assignment", wrong.estimates.first.figure)
      found = found_by(:winding, one)
      expect(found.findings.select(&:blocker?)).to be_empty
      expect(errors_of_winding(one, found)[:resistance].abs).to be < 5
    end
  end

  IdentifyRigs::KINDS.each_key do |kind|
    it "finds resistance, inductances and the place of the magnets of a #{kind}, or says why not" do
      rigs.times do |n|
        one = machine(kind, random(kind, n))
        found = found_by(:winding, one)
        errors = errors_of_winding(one, found)
        expect(found.findings.select(&:blocker?)).to be_empty
        if turning.include?(kind)
          turned = found_by(:turn, one, saliency: found.figures[:high] - found.figures[:low])
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

  spinning = IdentifyMistakes::SPINNING
  (Chance.long? ? spinning : spinning.sample(2, random: seeded)).each do |kind|
    it "finds magnets, inertia, friction and load of a #{kind} that turns, or says why not" do
      rigs.times do |n|
        one = machine(kind, random("#{kind} turns", n))
        found_by(:winding, one)
        found = found_by(:spin, one)
        errors = errors_of_spin(one, found)
        expect(found.findings.select(&:blocker?)).to be_empty
        expect(errors.fetch(:torque_constant, 0.0).abs).to be < (kind == :brushed ? 4 : 2.5), errors.inspect
        sure = found.figures.key?(:torque_constant) ? 8 : 25
        expect(errors.values_at(:inertia, :load).compact.map(&:abs).max).to be < sure, errors.inspect
        expect(errors[:coulomb].abs).to be < 25, errors.inspect
      rescue Gallop::Identify::Undecided => e
        puts "#{kind}: #{e.message}"
      end
    end
  end

  it "finds how long a holding brake takes to let go and to grip" do
    rigs.times do |n|
      one = machine(:lift, random("brake", n))
      found = found_by(:brake, one)
      expect(found.findings).to be_empty
      errors = errors_of_brake(one, found)
      expect(errors[:release]).to be_within(4).of(0)
      # until it stands: a heavy one goes on, and one that follows the field in jumps may stand already
      expect(errors[:engage]).to be_within(35).of(0)
    end
  end

  it "finds cage, iron and no-load current of an induction motor, at standstill and turning" do
    rigs.times do |n|
      %i[rotor free_run].each do |procedure|
        one = machine(:induction, random("#{procedure} of induction", n))
        found = found_by(procedure, one)
        errors = errors_of_cage(one, found)
        expect(errors.size).to eq(procedure == :rotor ? 3 : 1)
        expect(errors.values.map(&:abs).max).to be < 10, errors.inspect
        expect(found.findings).to be_empty
      end
    end
  end

  it "finds that an encoder of an induction motor counts what its frequency says, and proposes the field by it" do
    rigs.times do |n|
      one =
        machine(:induction, random("encoder of induction", n), settings: ->(_) { IdentifyMistakes::FITTED }) do |drive|
          IdentifyMistakes.encoder.call(drive)
        end
      found = found_by(:free_run, one)
      expect(found.findings.reject { |finding| finding.severity == :note }).to be_empty
      expect(found.estimates.map { |estimate| [estimate.key, estimate.figure] }).to include(["output.control", 2])
    end
  end

  mistakes = IdentifyMistakes::ALL
  mistakes = mistakes.to_a.sample(mistakes.size / 2, random: seeded) unless Chance.long?
  mistakes.each do |name, mistake|
    kinds = Chance.long? ? mistake.kinds : [mistake.kinds.sample(random: seeded)]
    it "names #{name.to_s.tr("_", " ")} of #{kinds.join(", ")}" do
      names = kinds.product((0...rigs).to_a).map { |kind, n| name_of(mistake, kind, random(name, n)) }
      puts "#{name}: #{names.tally}" if Chance.long?
      expect(names - mistake.is - ["refused"]).to be_empty
      expect(names.count("refused")).to be <= 0.2 * names.size if names.size > 1
    end
  end
end
