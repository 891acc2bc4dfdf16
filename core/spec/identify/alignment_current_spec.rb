# frozen_string_literal: true

require_relative "../core_helper"

# By hand: at 4 A a fifth of the torque is taken, that is 0.8 A of the current across the field. With 2 A (half of the
# rated 4 A) sin x = 0.4, x = 23.58°; for 12° it takes 0.8/0.20791 = 3.848 A, 96 %.
RSpec.describe Gallop::Identify::AlignmentCurrent do
  let(:half) { described_class.new(current: 4.0, rated: 4.0, set: 0.5) }

  it "says how far off the shaft will stand, and which current brings it near" do
    expect(half.off(0.2)).to be_within(0.01).of(23.58)
    expect(half).not_to be_near(0.2)
    expect(half.wanted(0.2)).to be_within(1e-9).of(1.0)
    expect(half).to be_near(0.2, half.wanted(0.2))
  end

  it "asks for no more than a drive may give, and says what is left then" do
    expect(half.wanted(0.6)).to eq(1.5)
    expect(half.off(0.6, 1.5)).to be_within(0.01).of(23.58)
    expect(half.off(0.6)).to be_within(1e-9).of(90)
  end
end
