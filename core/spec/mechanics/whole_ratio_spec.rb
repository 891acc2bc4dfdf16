# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Mechanics::WholeRatio do
  def nearest(ratio, most) = described_class.nearest(ratio, most: most)

  it "leaves a ratio that fits as it is" do
    expect(nearest(Rational(7, 2), 1000)).to have_attributes(numerator: 7, denominator: 2, exact?: true, error: 0)
    expect(nearest(Rational(10_000), 0x7FFFFFFF)).to have_attributes(numerator: 10_000, denominator: 1)
  end

  # 355/113 and its neighbours in the expansion [3; 7, 16]
  it "finds the best that whole numbers can do" do
    expect(nearest(Rational(355, 113), 100)).to have_attributes(numerator: 22, denominator: 7)
    expect(nearest(Rational(355, 113), 354)).to have_attributes(numerator: 333, denominator: 106)
    expect(nearest(Rational(1, 3000), 2000)).to have_attributes(numerator: 1, denominator: 2000)
  end

  it "says when nothing is near" do
    expect { nearest(Rational(5000), 100) }.not_to raise_error
    expect { nearest(0r, 100) }.to raise_error(ArgumentError, /above zero/)
  end

  # Against a search through all denominators, which is slow and cannot be wrong.
  it "agrees with trying every denominator" do
    random = Chance.named("ratio")
    300.times do
      ratio = Rational(random.rand(1..1_000_000), random.rand(1..1_000_000))
      most = random.rand(20..400)
      best =
        (1..most)
          .flat_map { |d| [(ratio * d).floor, (ratio * d).ceil].map { |n| [n, d] } }
          .select { |n, _| n.between?(1, most) }
          .map { |n, d| Rational(n, d) }
          .push(Rational(most), Rational(1, most))
          .min_by { |r| (r - ratio).abs }
      expect((nearest(ratio, most).value - ratio).abs).to eq((best - ratio).abs), "#{ratio} up to #{most}"
    end
  end

  # 10 000 random mechanisms: within the drive's integers, and exact or the error is known and tiny.
  it "serves ten thousand mechanisms" do
    random = Chance.named("ratios")
    10_000.times do
      travel =
        (
          if random.rand < 0.6
            Rational(random.rand(1..100_000), 1000)
          else
            (random.rand(1..2000) * Math::PI).rationalize(1e-12)
          end
        )
      ratio = nearest(travel / 1000 * Rational(10**[3, 5, 6].sample(random: random)), 0x7FFFFFFF)
      expect([ratio.numerator, ratio.denominator]).to all(be_between(1, 0x7FFFFFFF))
      expect(ratio.error.abs).to be < 1.0 / 0x7FFFFFFF # 5 nm over ten metres of travel
    end
  end
end
