# frozen_string_literal: true

require_relative "../core_helper"

RSpec.describe Gallop::Identify::RationalFit do
  # Two masses, kg·m², with a spring of 22 N·m/rad and 0.01 N·m·s/rad, and 0.001 N·m·s/rad of drag
  let(:near) { 0.0004 }
  let(:far) { 0.001 }
  let(:top) { [1.0, 0.01 / 22, 0.001 / 22] }
  let(:frequencies) { (4..120).map(&:to_f) }

  def bottom
    drag = 0.001
    [drag, near + far + drag * 0.01 / 22, (far * drag + (near + far) * 0.01) / 22, near * far / 22]
  end

  def at(coefficients, s) = coefficients.each_with_index.sum { |one, power| one * s**power }

  def gains = frequencies.map { |one| Complex(0, 2 * Math::PI * one).then { |s| at(top, s) / at(bottom, s) } }

  def antiresonance(numerator) = 1 / Math.sqrt(numerator[2]) / 2 / Math::PI

  it "finds what made the response" do
    over, under = described_class.new(frequencies, gains, gains.map(&:abs)).of(2, 3)
    over.zip(top).each { |found, right| expect(found).to be_within(1e-6 * right).of(right) }
    under.zip(bottom).each { |found, right| expect(found).to be_within(1e-5 * right.abs).of(right) }
  end

  it "is not led astray by noise, of which an antiresonance is full" do
    random = Random.new(3)
    noise = -> do
      Complex(*Array.new(2) { Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(6.283185 * random.rand) })
    end
    sigma = 0.3 * gains.map(&:abs).sort[20]
    right = antiresonance(top)
    errors =
      Array.new(40) do
        seen = gains.map { |gain| gain + sigma * noise.call }
        over, = described_class.new(frequencies, seen, Array.new(seen.size, sigma)).of(2, 3)
        antiresonance(over) / right - 1
      end
    mean = errors.sum / errors.size
    deviation = Math.sqrt(errors.sum { |one| (one - mean)**2 } / errors.size)
    puts format("antiresonance: mean %+.2f %%, deviation %.2f %%", 100 * mean, 100 * deviation)
    expect(mean.abs).to be < 3 * deviation / Math.sqrt(errors.size)
    expect(deviation).to be < 0.02
  end
end
