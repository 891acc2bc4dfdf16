# frozen_string_literal: true

require_relative "paddock_helper"
require_relative "support/identify_rigs"

# What is reckoned of loops, against what a stand-in does with them. The mechanism is told the truth here; how well it
# is found out is another matter (identify_spec).
RSpec.describe "The loops of a servo", :lasting do
  include IdentifyRigs

  def values = firmware.effective
  # Without what commands the drive.
  def settings = values.reject { |key, _| key.start_with?("control.", "trace.", "excitation.", "speed.target") }
  def gains = Gallop::Tune::Gains.of(@stand_in.profile, values)
  def stage = Gallop::Tune::Stage.of(@stand_in.profile, values)

  def mechanism = true_mechanism

  def recorded(*signals, length:, divider: 2)
    BenchInstrument.new(@stand_in).record(signals, divider: divider, length: length) { yield }
  end

  def two_masses(name)
    commissioned(name) do |drive|
      drive["firmware"] = "1.1.0"
      drive["mechanics"].merge!("load_inertia" => 1.2e-4, "stiffness" => 30.0, "damping" => 0.01, "inertia" => 0.6e-4)
      drive["mechanics"].delete("motor_inertia")
      yield drive if block_given?
    end
  end

  # What the shaft does for what is added to the demanded speed, over whole periods, while it turns.
  # @return [Array<Gallop::Identify::ResponseSpectra::Tone>]
  def answers(amplitude, lowest, highest)
    write("speed.target", 600)
    added(BenchInstrument.new(@stand_in), amplitude, lowest, highest, :speed)
  end

  # @param place [Symbol] of Excitation::PLACES
  def added(instrument, amplitude, lowest, highest, place)
    pass(1.0)
    instrument.excite(
      Gallop::Identify::Excitation.new(
        amplitude: amplitude,
        lowest: lowest,
        highest: highest,
        place: place,
        duration: 20.0
      )
    )
    pass(1.1)
    takes =
      Array.new(3) do
        take = recorded("excitation.value", "feedback.count", length: 8192) { pass(1.024) }
        columns = take.columns.merge("torque.actual" => take["excitation.value"])
        Gallop::Identify::Instrument::Take.new(columns: columns, interval: take.interval)
      end
    Gallop::Identify::ResponseSpectra.new(takes, Gallop::Identify::SpinMachine.of(instrument)).tones
  end

  it "answer over the frequency as it is reckoned, within 1 dB and 5° where that is sure" do
    two_masses("Carriage")
    { "gain" => 0.03, "integral_time" => 25 }.each { |key, figure| write("speed_loop.#{key}", figure) }
    { "frequency" => 92, "width" => 60, "depth" => 80 }.each { |key, figure| write("filters.notch_1_#{key}", figure) }
    write("filters.torque_low_pass", 900)
    enable
    tones = answers(4.0, 4.0, 90.0) + answers(4.0, 95.0, 700.0)
    sure = tones.select { |tone| tone.coherence > 0.9 }
    expect(sure.size).to be > 60
    frequencies = Numo::DFloat.cast(sure.map(&:frequency))
    closed = Gallop::Tune::Loops.new(gains, mechanism, stage, frequencies: frequencies).speed.closed.to_a
    off = sure.zip(closed).map { |tone, reckoned| tone.gain / reckoned }
    expect(off.map { |ratio| (20 * Math.log10(ratio.abs)).abs }.max).to be < 1
    expect(off.map { |ratio| (ratio.arg * 180 / Math::PI).abs }.max).to be < 5
  end

  # What is added to the place goes through the gain alone, and not through what is given ahead of it.
  it "answer over the frequency at the position loop as well" do
    two_masses("Carriage")
    { "gain" => 0.03, "integral_time" => 25 }.each { |key, figure| write("speed_loop.#{key}", figure) }
    write("position_loop.gain", 60)
    write("position.following_error_window", 1_000_000_000)
    write("ramps.profile_speed", 300)
    instrument = BenchInstrument.new(@stand_in).placing
    instrument.enable(BenchInstrument::PLACING)
    instrument.place(instrument.count + 200 * read("feedback.counts_per_turn"))
    tones = added(instrument, 0.05, 4.0, 60.0, :position)
    sure = tones.select { |tone| tone.coherence > 0.9 && tone.frequency < 40 }
    expect(sure.size).to be > 15
    frequencies = Numo::DFloat.cast(sure.map(&:frequency))
    open = Gallop::Tune::Loops.new(gains, mechanism, stage, frequencies: frequencies).position.open.to_a
    off =
      sure.zip(open).map { |tone, loop| tone.gain / Complex(0, 2 * Math::PI * tone.frequency) / (loop / (1 + loop)) }
    expect(off.map { |ratio| (20 * Math.log10(ratio.abs)).abs }.max).to be < 1
    expect(off.map { |ratio| (ratio.arg * 180 / Math::PI).abs }.max).to be < 5
  end

  it "answer to a step of the speed as it was rehearsed" do
    two_masses("Carriage")
    write("speed_loop.gain", 0.03)
    write("speed_loop.integral_time", 25)
    write("ramps.acceleration", 30_000)
    enable
    wanted = 300 * Math::PI / 30
    rehearsed = Gallop::Tune::Rehearsal.new(gains, mechanism, stage).step(wanted, seconds: 0.2)
    take = recorded("speed.demand", "speed.measured", length: 1600) { write("speed.target", 300) }
    seen = take["speed.measured"].to_a
    begun = take["speed.demand"].to_a.index { |speed| speed > 0.5 }
    ours = rehearsed.actual
    offset = rehearsed.demanded.index { |speed| speed > 0.5 }
    pairs = (0...1200).map { |n| [seen[begun + n], ours[offset + n]] if seen[begun + n] && ours[offset + n] }.compact
    expect(pairs.map { |a, b| (a - b).abs }.max).to be < 0.1 * wanted
  end

  it "overshoot less with a reference model, as it was rehearsed" do
    overs =
      [0, 12].map do |model|
        commissioned("Carriage") { |drive| drive["firmware"] = "1.1.0" }
        { "gain" => 0.02, "integral_time" => 12, "reference_model" => model }.each do |key, figure|
          write("speed_loop.#{key}", figure)
        end
        write("ramps.acceleration", 100_000)
        instrument = BenchInstrument.new(@stand_in).tap(&:enable_for_speed)
        step = Gallop::Tune::Step.new(instrument, room: 3.0, gains: gains, mechanism: mechanism, stage: stage)
        step.measure.figures.tap { |figures| expect(figures[:agreement]).to be < 0.1 }
      end
    expect(overs.last[:overshoot]).to be < 0.6 * overs.first[:overshoot]
  end

  it "follow a path as it was rehearsed" do
    two_masses("Carriage")
    { "gain" => 0.03, "integral_time" => 25, "acceleration_feed_forward" => 0 }.each do |key, figure|
      write("speed_loop.#{key}", figure)
    end
    write("position_loop.gain", 40)
    { "acceleration" => 10_000, "deceleration" => 10_000, "profile_speed" => 300 }.each do |key, figure|
      write("ramps.#{key}", figure)
    end
    write("control.mode", 1)
    enable
    counts = read("feedback.counts_per_turn")
    run = Gallop::Tune::Rehearsal.new(gains, mechanism, stage).move(2 * Math::PI, cruise: 10 * Math::PI, seconds: 0.4)
    take =
      recorded("position.following_error", length: 3200) do
        write("position.target", counts)
        write("control.word", 0x1F)
      end
    lag = take["position.following_error"].to_a.map(&:abs).max
    expect(run.worst_error).to be_within(0.1 * lag).of(lag)
  end

  # Of those that count finely and go to places.
  ["Carriage", "Head lift", "Squeegee", "Doser"].each do |name|
    it "step, and move to a place, as they were rehearsed, at the #{name}" do
      commissioned(name)
      restart
      write("position.following_error_window", 1_000_000)
      point =
        Gallop::Tune::Design.new(gains, mechanism, stage, count: 2 * Math::PI / read("feedback.counts_per_turn")).at(
          0.4
        )
      Gallop::Tune::Settings
        .new(@stand_in.profile, values)
        .of(point.gains)
        .each { |key, raw| firmware.write(@stand_in.profile.fetch(key), raw) }
      how = { room: 4.0, gains: gains, mechanism: mechanism, stage: stage }
      instrument = BenchInstrument.new(@stand_in)
      instrument.enable_for_speed
      step = Gallop::Tune::Step.new(instrument, **how).measure.figures
      instrument.disable
      move = instrument.placing.driving { Gallop::Tune::Move.new(instrument, **how).measure }.figures
      expect(step[:agreement]).to be < 0.1
      expect(move[:lag_rehearsed]).to be_within(0.1 * move[:lag]).of(move[:lag])
    end
  end

  # A lift of 0.06 N·m, held by its friction of 0.08 N·m.
  it "follow a path closer with what is known given ahead, as it was rehearsed" do
    commissioned("Carriage") do |drive|
      drive["firmware"] = "1.1.0"
      drive["mechanics"].merge!("coulomb" => 0.08, "breakaway" => 0.08, "gravity" => 0.06)
    end
    { "gain" => 0.06, "integral_time" => 25, "acceleration_feed_forward" => 0 }.each do |key, figure|
      write("speed_loop.#{key}", figure)
    end
    write("position_loop.gain", 25)
    write("position.following_error_window", 1_000_000)
    lags =
      Array.new(2) do |n|
        if n == 1
          Gallop::Tune::Settings
            .new(@stand_in.profile, values)
            .ahead(mechanism)
            .each { |key, raw| firmware.write(@stand_in.profile.fetch(key), raw) }
        end
        instrument = BenchInstrument.new(@stand_in).placing
        how = { room: 3.0, gains: gains, mechanism: mechanism, stage: stage }
        instrument.driving { Gallop::Tune::Move.new(instrument, **how).measure }.figures
      end
    expect(lags.last[:lag]).to be < 0.5 * lags.first[:lag]
    lags.each { |lag| expect(lag[:lag]).to be_within(0.1 * lag[:lag]).of(lag[:lag_rehearsed]) }
  end

  it "step as they were rehearsed, and end where they began" do
    two_masses("Carriage")
    { "gain" => 0.03, "integral_time" => 25 }.each { |key, figure| write("speed_loop.#{key}", figure) }
    instrument = BenchInstrument.new(@stand_in).tap(&:enable_for_speed)
    before = instrument.count
    found = Gallop::Tune::Step.new(instrument, room: 3.0, gains: gains, mechanism: mechanism, stage: stage).measure
    expect(found.figures[:agreement]).to be < 0.1
    expect(found.findings).to be_empty
    expect(found.headline).to match(/Settles (in [\d.]+ ms|with the ramp), [\d.]+ % over/)
    expect((instrument.count - before).abs / read("feedback.counts_per_turn")).to be < 0.1
  end

  # What the loops would be on the true mechanism, with the gains that were found.
  def true_margins(found)
    values =
      firmware.effective.merge(
        found.estimates.to_h { |one| [one.key, @stand_in.profile.fetch(one.key).raw(one.figure)] }
      )
    Gallop::Tune::Loops.new(Gallop::Tune::Gains.of(@stand_in.profile, values), mechanism, stage).speed.margins
  end

  # Each further mass hangs on the shaft behind a spring: sJ (ds + k)/(Js² + ds + k) beside the motor's own sJ.
  ManyMasses =
    Struct.new(:inertia, :others) do
      def answer(s)
        behind = others.map { |j, k, d| (s * d + k) / (s * s * j + s * d + k) * s * j }
        1 / (behind.reduce(s * inertia) { |sum, one| sum + one })
      end

      def resonance = nil
      def antiresonance = nil
    end

  it "are tuned on three masses, by the tones that were seen, with margins on the true ones" do
    commissioned("Carriage") do |drive|
      drive["firmware"] = "1.1.0"
      drive["mechanics"].merge!("load_inertia" => 1.4e-4, "stiffness" => 60.0, "damping" => 0.02, "inertia" => 0.7e-4)
      drive["mechanics"].delete("motor_inertia")
      drive["appendage"] = { "inertia" => 3e-5, "stiffness" => 26.6, "damping" => 0.002 }
    end
    tuned = Gallop::Tune::Automatic.new(BenchInstrument.new(@stand_in), values.dup, room: 12.0, share: 0.55)
    found = tuned.measure
    expect(tuned.many?).to be(true)
    expect(found.rows.to_h["Mechanism"]).to match(/\Amore than two masses, 2\.\d+ kg·cm² in all; rings at/)
    proposed = found.estimates.to_h { |one| [one.key, @stand_in.profile.fetch(one.key).raw(one.figure)] }
    gains = Gallop::Tune::Gains.of(@stand_in.profile, firmware.effective.merge(proposed))
    truth = ManyMasses.new(0.7e-4, [[1.4e-4, 60.0, 0.02], [3e-5, 26.6, 0.002]])
    margins = Gallop::Tune::Loops.new(gains, truth, stage).speed.margins
    expect([margins.stable?, margins.phase, margins.peak]).to match([true, be > 40, be < 2])
  end

  it "are tuned by the drive itself, with margins on the true mechanism, and left as they were" do
    two_masses("Carriage")
    before = settings
    instrument = BenchInstrument.new(@stand_in)
    found = Gallop::Tune::Automatic.new(instrument, values.dup, room: 10.0, share: 0.55).measure
    expect(found.findings).to be_empty
    expect(found.estimates.map(&:key)).to include("speed_loop.gain", "speed_loop.integral_time")
    margins = true_margins(found)
    expect([margins.stable?, margins.phase, margins.peak]).to match([true, be > 40, be < 2])
    expect(settings).to eq(before)
  end
end
