# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::Balance do
  # A shaft that stands still against the field at each place: sin x (1 − κ i cos x) i = L ± F, solved by bisection.
  def looks(offset:, load:, friction:, salience: 0.0, shares: [1.0, 0.75, 0.55])
    shares.flat_map do |share|
      [1, -1].map do |direction|
        wanted = load + direction * friction
        low, high = -1.2, 1.2
        60.times do
          middle = (low + high) / 2
          pull = share * Math.sin(middle) * (1 - salience * share * Math.cos(middle))
          pull < wanted ? low = middle : high = middle
        end
        described_class::Look.new(
          direction: direction,
          share: share,
          vector: Complex.polar(1, offset + low),
          double: Complex.polar(1, 2 * (offset + low)),
          path: 1.0
        )
      end
    end
  end

  it "tells offset, friction and load apart" do
    found = described_class.new(looks(offset: 2.0, load: 0.15, friction: 0.08))
    expect(found.offset).to be_within(0.01).of(2.0)
    expect(found.lag).to be_within(0.005).of(Math.asin(0.08))
    expect(found.load_angle).to be_within(0.01).of(Math.asin(0.15))
  end

  it "knows what draws a salient rotor aside, where that was measured" do
    given = looks(offset: -1.0, load: -0.1, friction: 0.05, salience: 0.3)
    expect(described_class.new(given, salience: 0.3).offset).to be_within(0.005).of(-1.0)
  end

  it "refuses where friction and load take nearly all" do
    given = looks(offset: 0.0, load: 0.3, friction: 0.22)
    expect { described_class.new(given) }.to raise_error(Gallop::Identify::Undecided, /take most of what the current/)
  end
end
