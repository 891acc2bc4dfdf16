# frozen_string_literal: true

require_relative "../core_helper"

# Export → import gives the same draft, whatever legal values it holds.
RSpec.describe Gallop::Files do
  ROUNDS = 12
  LETTERS = [*"a".."z", *"A".."Z", *"0".."9", *%w[ä ß µ Ω é ; = # , " ' $ % [ ] / \\], " "].freeze

  def random_text(entry, random)
    text = Array.new(random.rand(0..entry.register_count * 2)) { LETTERS.sample(random: random) }.join.strip
    text = text.chop.strip while text.bytesize > entry.register_count * 2
    text
  end

  def random_raw(entry, random)
    return random_text(entry, random) if entry.text?
    return entry.choices.keys.sample(random: random) if entry.choices.any?
    edge = random.rand(6)
    range = entry.raw_range
    edge == 0 ? range.min : edge == 1 ? range.max : random.rand(range)
  end

  def draft(profile, random) = profile.settings.to_h { |entry| [entry.key, random_raw(entry, random)] }

  Gallop::Objects::Profile::FAMILIES.each do |family|
    %w[dcf csv json].each do |format|
      it "brings a #{family}'s settings back from #{format}, each of them" do
        profile = Gallop::Objects::Profile.load(family)
        ROUNDS.times do |round|
          random = Chance.named("#{family} #{round}")
          values = draft(profile, random)
          content =
            described_class.read("x.#{format}", described_class.write(format, profile, values, { name: "Carriage" }).b)
          review = described_class::Review.new(profile, content, current: {})
          expect(content.problems).to be_empty
          expect(review.lines.reject(&:raw).map { |line| [line.entry.key, line.message] }).to be_empty
          expect(review.lines.to_h { |line| [line.entry.key, line.raw] }).to eq(values)
          expect(review.foreign).to be_nil
        end
      end
    end
  end

  it "says of a file for another family that it is one" do
    shire = Gallop::Objects::Profile.load("shire")
    values = shire.settings.to_h { |entry| [entry.key, entry.default_raw] }
    %w[dcf json].each do |format|
      content = described_class.read("x.#{format}", described_class.write(format, shire, values).b)
      review = described_class::Review.new(Gallop::Objects::Profile.load("haflinger"), content, current: {})
      expect(review.foreign).to match(/\AThe file is for Shire 15; this drive is a Haflinger servo drive\.\z/)
    end
  end

  it "gives every object its default in an EDS" do
    profile = Gallop::Objects::Profile.load("haflinger")
    content = described_class.read("x.eds", described_class.write("eds", profile, {}).b)
    review = described_class::Review.new(profile, content, current: {})
    expect(content.problems).to be_empty
    settings = review.lines.select { |line| line.status == "change" }
    expect(settings.to_h { |line| [line.entry.key, line.raw] }).to eq(
      profile.settings.to_h { |entry| [entry.key, entry.default_raw] }
    )
  end
end
