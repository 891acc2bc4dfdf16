# frozen_string_literal: true

require_relative "../core_helper"

# Many damaged files of each format: no exception, and whatever is wrong is said with its place.
RSpec.describe Gallop::Files do
  MUTATIONS = Chance.times(60, 1000)
  JUNK = [
    "\x00",
    "\xFF",
    "\r",
    "\n",
    "=",
    "[",
    "]",
    "{",
    "}",
    '"',
    ",",
    ";",
    "$NODEID+",
    "0x",
    "-",
    "99999999999999999999",
    "é".b,
    "\u{1F40E}".b,
    "sub",
    "e9"
  ].map(&:b).freeze

  def profile = Gallop::Objects::Profile.load("fjord")

  def mutate(bytes, random)
    bytes = bytes.dup
    (1 + random.rand(4)).times do
      at = random.rand(bytes.bytesize)
      case random.rand(6)
      when 0
        bytes[at, random.rand(1..40)] = "".b
      when 1
        bytes.insert(at, JUNK.sample(random: random))
      when 2
        bytes.setbyte(at, random.rand(256))
      when 3
        bytes = bytes.byteslice(0, at)
      when 4
        bytes.insert(at, bytes.byteslice(random.rand(bytes.bytesize), random.rand(200)).to_s)
      else
        bytes[at, 1] = JUNK.sample(random: random)
      end
      bytes = "x".b if bytes.empty?
    end
    bytes
  end

  %w[dcf eds csv json].each do |format|
    it "stands #{MUTATIONS} mutations of #{format}" do
      values = profile.settings.to_h { |entry| [entry.key, entry.default_raw] }
      original = described_class.write(format, profile, values).b
      random = Chance.named(format)
      MUTATIONS.times do
        content = described_class.read("x.#{format}", mutate(original, random))
        review = described_class::Review.new(profile, content, current: values)
        expect(content.problems.map(&:place)).to all(match(/\A(line \d+|file|settings\[\d+\])\z/))
        expect(content.problems.map(&:message)).to all(be_valid_encoding & satisfy { |text| !text.empty? })
        review.lines.each do |line|
          expect(line.status).to be_in(%w[change same unknown read_only refused])
          expect(line.message).not_to be_empty if %w[unknown read_only refused].include?(line.status)
          line.entry.check(line.raw) unless line.raw.nil?
        end
      end
    end
  end

  RSpec::Matchers.define(:be_in) { |list| match { |item| list.include?(item) } }
end
