# frozen_string_literal: true

require_relative "../core_helper"
require "numo/narray"

RSpec.describe Gallop::Identify::Magnets do
  period = 1 / 16_000.0
  # 2 Ω, 9 mH, 0.04 V·s, five pole pairs, 8 V that the stage takes of a phase with 30 mA around zero
  truth = { resistance: 2.0, inductance: 0.009, flux: 0.04, stage: 8.0, faint: 0.03, offset: 0.7 }

  define_method(:machine) do |**changes|
    Gallop::Identify::SpinMachine.new(
      kind: :synchronous,
      shaft: Gallop::Shaft.turning,
      pairs: 5,
      counts: 100_000.0,
      resistance: truth[:resistance],
      inductance: truth[:inductance],
      torque_constant: 0.5,
      rotor_inertia: 1e-4,
      load_inertia: 0.0,
      rated_current: 3.0,
      rated_torque: 1.5,
      period: period,
      bus: 325.0,
      stage: truth[:stage],
      **changes
    )
  end

  # The voltages that the equation asks for, sample by sample, at 12 rad/s: 2.4 V of the magnets.
  define_method(:take) do |speed|
    time = Numo::DFloat.new(8192).seq * period
    angle = 5 * speed * time + truth[:offset]
    q = 1.2 * Numo::NMath.sin(2 * Math::PI * 90 * time) + 0.7 * Numo::NMath.sin(2 * Math::PI * 151 * time) + 0.1
    alpha = -q * Numo::NMath.sin(angle)
    beta = q * Numo::NMath.cos(angle)
    told = told(alpha, beta, angle, 5 * speed)
    columns = {
      "feedback.count" => speed * time * 100_000 / (2 * Math::PI),
      "current.alpha" => alpha,
      "current.beta" => beta,
      "voltage.alpha" => told[0],
      "voltage.beta" => told[1]
    }
    Gallop::Identify::Instrument::Take.new(columns: columns, interval: period)
  end

  # What was told one sample before it stood between two others.
  define_method(:told) do |alpha, beta, angle, omega|
    size = alpha.size
    volts = [Numo::DFloat.zeros(size), Numo::DFloat.zeros(size)]
    (0...(size - 2)).each do |n|
      between = [alpha, beta].map { |one| 0.5 * (one[n + 1] + one[n + 2]) }
      change = [alpha, beta].map { |one| (one[n + 2] - one[n + 1]) / period }
      middle = 0.5 * (angle[n + 1] + angle[n + 2])
      magnets = [-Math.sin(middle), Math.cos(middle)].map { |one| omega * truth[:flux] * one }
      2.times do |axis|
        volts[axis][n] = truth[:resistance] * between[axis] + truth[:inductance] * change[axis] + magnets[axis] +
          stage(*between)[axis]
      end
    end
    volts
  end

  define_method(:stage) do |alpha, beta|
    v = 0.5 * (Math.sqrt(3) * beta - alpha)
    u, v, w = [alpha, v, -alpha - v].map { |one| truth[:stage] * (one / truth[:faint]).clamp(-1.0, 1.0) }
    [(2 * u - v - w) / 3, (v - w) / Math.sqrt(3)]
  end

  def found(**changes)
    emf = instance_double(Gallop::Identify::BackEmf, field: 0.9)
    described_class.new([take(12.0), take(-12.0)], machine(**changes), emf)
  end

  it "tells 2.4 V of the magnets from 8 V of the stage" do
    magnets = found
    expect(magnets.flux).to be_within(0.002 * truth[:flux]).of(truth[:flux])
    expect(magnets.phase).to be_within(0.002).of(truth[:offset])
    expect(magnets.misplaced).to be_within(0.002).of(0.9 - truth[:offset])
    expect(magnets).to be_sure
    expect(magnets.torque_constant).to be_within(0.003).of(1.5 * Math.sqrt(2) * 5 * truth[:flux])
  end

  it "hardly minds a resistance that is off" do
    expect(found(resistance: 1.03 * truth[:resistance]).flux).to be_within(0.02 * truth[:flux]).of(truth[:flux])
  end

  it "refuses a shaft that stood" do
    still = take(12.0)
    columns = still.columns.merge("feedback.count" => Numo::DFloat.zeros(8192))
    takes = [Gallop::Identify::Instrument::Take.new(columns: columns, interval: period)]
    magnets = described_class.new(takes, machine(counts: 24.0), nil)
    expect { magnets.flux }.to raise_error(Gallop::Identify::Undecided, /hardly turned/)
  end
end
