# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/identify_rigs"

# What a load does when a move has ended, as the plant knows it, against what is told and foreseen of it.
RSpec.describe "Moves of a load behind a spring", :lasting do
  include IdentifyRigs

  COUNTS = 131_072

  def values = firmware.effective
  def gains = Gallop::Tune::Gains.of(@stand_in.profile, values)
  def stage = Gallop::Tune::Stage.of(@stand_in.profile, values)
  def model = { gains: gains, mechanism: true_mechanism, stage: stage }

  # What the drive acts by, but for what commands it.
  def settings = values.reject { |key, _| key.start_with?("control.", "trace.", "position.target") }

  # A drive with a load behind a spring. @param frequency [Float] Hz of the load alone @param damping [Float] share
  def springy(ratio: 2.0, frequency: 12.0, damping: 0.004, coulomb: 0.0)
    motor = 0.6e-4
    load = ratio * motor
    stiffness = load * (2 * Math::PI * frequency)**2
    commissioned("Carriage") do |drive|
      drive["firmware"] = "1.1.0"
      drive["mechanics"].merge!(
        "load_inertia" => load,
        "stiffness" => stiffness,
        "damping" => 2 * damping * Math.sqrt(stiffness * load),
        "inertia" => motor,
        "coulomb" => coulomb,
        "breakaway" => 1.2 * coulomb
      )
      drive["mechanics"].delete("motor_inertia")
    end
    set("position.following_error_window" => 1_000_000_000)
  end

  def set(figures) = figures.each { |key, figure| write(key, figure) }

  # Gains that hold it.
  def designed
    point = Gallop::Tune::Design.new(gains, true_mechanism, stage, count: 2 * Math::PI / COUNTS).at(0.6)
    Gallop::Tune::Settings
      .new(@stand_in.profile, values)
      .of(point.gains)
      .each { |key, raw| firmware.write(@stand_in.profile.fetch(key), raw) }
  end

  def slow_ramps = set("ramps.acceleration" => 4000, "ramps.deceleration" => 4000, "ramps.profile_speed" => 400)

  it "follow their path as it was rehearsed" do
    springy(frequency: 40.0, damping: 0.02, coulomb: 0.01)
    set("speed_loop.gain" => 0.02, "speed_loop.integral_time" => 40, "position_loop.gain" => 25)
    set("ramps.acceleration" => 8000, "ramps.deceleration" => 8000, "ramps.profile_speed" => 600)
    instrument = BenchInstrument.new(@stand_in).placing
    before = instrument.count
    found = instrument.driving { Gallop::Tune::Move.new(instrument, room: 3.0, **model).measure }
    expect(found.figures[:lag]).to be_within(0.1 * found.figures[:lag]).of(found.figures[:lag_rehearsed])
    expect(found.findings).to be_empty
    expect(found.headline).to match(/\ABehind its path by at most [\d.]+ °, over 2\.55/)
    expect((instrument.count - before).abs).to be < 0.02 * COUNTS
  end

  it "are made quiet without touching a gain, and told as the load knows it" do
    springy
    slow_ramps
    designed
    before = settings
    found = Gallop::Tune::QuietMoves.new(BenchInstrument.new(@stand_in).placing, values.dup, room: 3.0, **model).measure
    expect(found.findings.map(&:id) - ["hidden"]).to be_empty # what is left may be less than the motor shows
    figures = found.figures
    expect(figures[:before]).to be_within(0.1 * figures[:before]).of(figures[:before_rehearsed])
    expect([*figures[:after], figures[:after_rehearsed]]).to all(be < 0.1 * figures[:before])
    expect(found.estimates.map(&:key)).to eq(%w[ramps.swing_frequency ramps.swing_damping])
    expect(settings).to eq(before)
  end

  it "are not made quiet where nothing swings" do
    commissioned("Carriage") { |drive| drive["firmware"] = "1.1.0" }
    stiff = Gallop::Tune::Mechanism.new(inertia: 1e-4)
    moves =
      Gallop::Tune::QuietMoves.new(
        BenchInstrument.new(@stand_in).placing,
        values.dup,
        room: 3.0,
        gains: gains,
        mechanism: stiff,
        stage: stage
      )
    expect { moves.measure }.to raise_error(Gallop::Identify::Undecided, /it is one mass. Run Frequency response/)
  end

  # How far the load goes to and fro once the path has ended.
  def rest_swing(stage, frequency, still)
    set("ramps.swing_frequency" => stage.bend.swing, "ramps.swing_damping" => 100 * stage.bend.damping)
    instrument = BenchInstrument.new(@stand_in).placing
    instrument.driving do
      instrument.pause(still)
      move = Gallop::Tune::Move.new(instrument, room: 5.0, **model.merge(stage: stage))
      instrument.place(instrument.count + (move.distance * COUNTS / (2 * Math::PI)).round)
      instrument.pause(move.lasts + 0.002)
      places = Array.new((1500 / frequency).round) { instrument.pause(0.001) && @stand_in.axis.mechanics.load_angle }
      places.max - places.min
    end
  end

  # @return [Array(Float, Float)] as it is set, and with the swing taken out
  def random_moves(random)
    frequency = 6.0 * 10**random.rand
    damping = 0.004 * 8**random.rand
    springy(ratio: 0.5 * 10**random.rand, frequency: frequency, damping: damping, coulomb: 0.002 * random.rand)
    up = 2000 * 8**random.rand
    set(
      "ramps.acceleration" => up.round,
      "ramps.deceleration" => (up * (0.7 + 0.6 * random.rand)).round,
      "ramps.profile_speed" => (200 + 400 * random.rand).round
    )
    designed
    told = true_mechanism.varied(stiffer: (0.9 + 0.2 * random.rand)**2) # its frequency is up to 10 % off
    quiet = Gallop::Tune::Quiet.new(gains, told, stage)
    still = 4 / (2 * Math::PI * frequency * damping)
    [quiet.bare, quiet.stage].map { |one| rest_swing(one, frequency, still) }
  end

  it "swing at least five times less at their end, with a frequency that is up to 10 % off" do
    count = Chance.times(4, 50)
    random = Chance.named("quiet moves")
    swings = Array.new(count) { random_moves(random) }
    less = swings.map { |before, after| before / after }
    puts format("%d moves swing less, by %.1f at least and %.1f in the middle", count, less.min, less.sort[count / 2])
    expect(less.min).to be >= 5
  end
end
