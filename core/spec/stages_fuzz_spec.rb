# frozen_string_literal: true

require_relative "core_helper"

# Whatever is typed into the stages of a machine: findings or messages, never an exception, and no figure that is none.
RSpec.describe Gallop::Machine do
  FUZZ = Chance.times(60, 850) # of each of six families: in the nights 5 100 for each stage
  TYPED = [
    "0",
    "-1",
    "1",
    "2.5",
    "1e9",
    "1e-9",
    "999999999",
    "nonsense",
    "1/0",
    "",
    "  ",
    "1,5",
    "∞",
    "NaN",
    "50 %",
    "5 m",
    "3000 rpm",
    "🐎",
    "1" * 61,
    "7/2",
    "-0"
  ].freeze

  def fields(profile, stage, typed) = described_class.new(profile, stage => typed).stage(stage).sheet.fields

  # Something that the field takes, spread over its decades.
  def possible(field, random)
    return field.choices.keys.sample(random: random) if field.choices.any?
    return "Kestrel" if field.text
    low, high = [field.minimum, field.maximum].map { |bound| [bound.abs, 1e-3].max }
    figure =
      10**random.rand(Math.log10([low, high].min)..Math.log10([low, high].max)) *
        (field.minimum.negative? && random.rand < 0.5 ? -1 : 1)
    field.whole ? figure.round.to_s : figure.to_s
  end

  def random_facts(profile, stage, random)
    typed = {}
    2.times do # the second time with what the first answer asks for
      fields(profile, stage, typed).each do |field|
        next if random.rand < 0.25
        typed[field.key] = random.rand < 0.7 ? possible(field, random) : TYPED.sample(random: random)
      end
    end
    typed
  end

  Gallop::Objects::Profile::FAMILIES.each do |family|
    it "stands #{FUZZ} random machines of a #{family}" do
      profile = Gallop::Objects::Profile.load(family)
      random = Chance.named(family)
      FUZZ.times do
        machine =
          described_class.new(
            profile,
            Gallop::Stages.of_facts.map(&:id).to_h { |stage| [stage, random_facts(profile, stage, random)] }
          )
        Gallop::Stages
          .of_facts
          .map(&:id)
          .each do |stage|
            result = machine.stage(stage).assessment
            said =
              result.consequences.flat_map { |item| [item.text, item.note] } +
                result.findings.flat_map { |item| [item.headline, item.because, item.so] }
            expect(said.compact.join(" ")).not_to match(/NaN|Infinity|undefined/)
            expect(result.charts.flat_map(&:curves).flat_map(&:points).flatten).to all(be_finite)
            result.proposals.each do |proposal|
              profile.fetch(proposal.key).check(profile.fetch(proposal.key).raw(proposal.figure))
            end
            expect(result.proposals).to be_empty if result.blocked?
          end
      end
    end
  end

  it "gives every finding a severity, a reason, and facts that the stage asks for" do
    random = Chance.named("findings")
    Gallop::Objects::Profile::FAMILIES
      .map { |family| Gallop::Objects::Profile.load(family) }
      .each do |profile|
        Chance
          .times(20, 150)
          .times do
            machine =
              described_class.new(
                profile,
                Gallop::Stages.of_facts.map(&:id).to_h { |stage| [stage, random_facts(profile, stage, random)] }
              )
            Gallop::Stages
              .of_facts
              .map(&:id)
              .each do |stage|
                machine
                  .stage(stage)
                  .assessment
                  .findings
                  .each do |finding|
                    expect(Gallop::SEVERITIES).to include(finding.severity)
                    expect(finding.because).not_to be_empty
                    expect(finding.facts - machine.stage(stage).sheet.fields.map(&:key)).to be_empty
                  end
              end
          end
      end
  end

  it "says which stages there are" do
    expect { described_class.new(Gallop::Objects::Profile.load("shire"), {}).stage("moon") }.to raise_error(
      ArgumentError,
      /known are motor, feedback, mechanics, power, limits/
    )
  end
end
