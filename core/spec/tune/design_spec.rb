# frozen_string_literal: true

require_relative "../core_helper"

# Gains out of a mechanism, and out of a drive's values and back.
RSpec.describe Gallop::Tune::Design do
  let(:stage) do
    Gallop::Tune::Stage.new(
      resistance: 1.6,
      inductance: 4.1e-3,
      bandwidth: 800.0,
      torque: 3.8,
      speed: 300.0,
      up: 2000.0,
      down: 2000.0,
      notches: 3
    )
  end
  let(:gains) do
    Gallop::Tune::Gains.new(
      speed_gain: 0.02,
      integral_time: 0.03,
      speed_filter: 500.0,
      position_gain: 30.0,
      rotor_set: 5e-5
    )
  end

  def mechanism(random)
    rotor = 3e-5 * 10**random.rand
    ratio = random.rand(0.0..30.0)
    return Gallop::Tune::Mechanism.new(inertia: rotor, viscous: 1e-4) if ratio < 2
    resonance = Math.exp(random.rand(Math.log(20.0)..Math.log(400.0)))
    Gallop::Tune::Mechanism.ringing(
      inertia: rotor * (1 + ratio),
      resonance: resonance,
      antiresonance: resonance / Math.sqrt(1 + ratio),
      share: random.rand(0.01..0.06),
      viscous: 1e-4
    )
  end

  it "keeps its margins on each mechanism, as measured and varied, and is quicker the more is asked" do
    random = Chance.named("designs")
    Chance
      .times(6, 60)
      .times do
        one = mechanism(random)
        design = described_class.new(gains, one, stage)
        expect(design).to be_possible
        quick, quiet = [1.0, 0.0].map { |share| design.at(share) }
        expect(quick.crossover).to be > 2 * quiet.crossover
        [one, one.varied(heavier: 1.3), one.varied(heavier: 0.7)].each do |other|
          [quick, quiet].each do |point|
            loops = Gallop::Tune::Loops.new(point.gains, other, stage)
            margins = loops.speed.margins
            expect([margins.stable?, margins.phase, margins.peak]).to match([true, be > 40, be < 2])
            expect(loops.position.margins).to be_stable
          end
        end
        run = Gallop::Tune::Rehearsal.new(quick.gains, one, stage).step(20.0, seconds: 0.3)
        expect(run).not_to be_wild
      end
  end

  it "is quieter where the steps of the device would make too much of the torque" do
    one = Gallop::Tune::Mechanism.new(inertia: 2e-4)
    fine, coarse = [131_072, 400].map { |counts| described_class.new(gains, one, stage, count: 2 * Math::PI / counts) }
    expect([fine, coarse].map { |design| design.at(1.0).limited_by }).to eq(%i[margins noise])
    expect(coarse.at(1.0).crossover).to be < 0.5 * fine.at(1.0).crossover
    expect(coarse.noise(coarse.at(1.0).gains)).to be < 0.06 * stage.torque
  end

  %w[haflinger camargue konik fjord exmoor].each do |family|
    it "reckons with a #{family} as it comes from the works" do
      profile = Gallop::Objects::Profile.load(family)
      reckoned = Gallop::Tune::Stage.of(profile, profile.factory, gait: Gallop::Gait.fetch("walk"))
      expect(reckoned.to_h.except(:bend).values + reckoned.bend.to_h.values).to all(be_finite)
      as_set = Gallop::Tune::Gains.of(profile, profile.factory)
      mechanism = Gallop::Tune::Mechanism.new(inertia: as_set.inertia_set)
      loops = Gallop::Tune::Loops.new(as_set, mechanism, reckoned)
      expect([loops.speed, loops.current].map { |loop| loop.margins.peak }).to all(be_finite)
    end

    it "goes into the values of a #{family} and comes back the same" do
      profile = Gallop::Objects::Profile.load(family)
      before = Gallop::Tune::Gains.of(profile, profile.factory)
      wanted = before.with(speed_gain: 3 * before.speed_gain, integral_time: 0.025)
      values = profile.factory.merge(Gallop::Tune::Settings.new(profile, profile.factory).of(wanted))
      after = Gallop::Tune::Gains.of(profile, values)
      expect(after.speed_gain).to be_within(0.01 * wanted.speed_gain).of(wanted.speed_gain)
      expect(after.to_h.except(:speed_gain)).to eq(wanted.to_h.except(:speed_gain))
    end
  end

  it "begins softly: no faster than the rotor alone stands, whatever hangs on it" do
    light, heavy = [6e-5, 2e-3].map { |inertia| Gallop::Tune::Soft.of(gains.with(inertia_set: inertia)) }
    expect(light.speed_gain).to be_within(1e-6).of(2 * Math::PI * 6 * 6e-5)
    expect(heavy.speed_gain).to be_within(1e-6).of(2 * Math::PI * 25 * 5e-5)
  end
end
