# frozen_string_literal: true

require_relative "core_helper"

RSpec.describe Gallop::Numbers do
  it "trusts a mean as far as its standard error goes, for which the jackknife is exact" do
    figures = [3.1, 2.7, 3.4, 2.9, 3.9]
    mean = figures.sum / 5
    standard = Math.sqrt(figures.sum { |one| (one - mean)**2 } / 4 / 5)
    expect(described_class.left_out(figures) { |rest| rest.sum / rest.size }).to be_within(1e-12).of(2 * standard)
  end

  it "finds the bottom of a valley" do
    expect(described_class.lowest(0.0, 3.0) { |at| (at - 1.3)**4 + at }).to be_within(1e-4).of(1.3 - 0.25**(1 / 3.0))
  end
end
