# frozen_string_literal: true

require_relative "../config/boot"
require_relative "../paddock/spec/support/bench"
require_relative "../paddock/spec/support/identify_rigs"
require_relative "bench_workers"

# How well servos by chance tune themselves: margins that the gains have on the true mechanism, what they make of a step
# against the gains from the works, and refusals with their reasons.
#
#   bin/bench tune [MACHINES] [SEED]
class BenchTune
  include BenchWorkers

  # A machine of its own.
  class Workshop
    include ::Bench
    include IdentifyRigs
    def firmware_values = firmware.effective.dup
    def axis = @stand_in.axis
    def profile = @stand_in.profile
    def bench_instrument = BenchInstrument.new(@stand_in)
  end

  ROOM = 12.0 # turns
  SHARE = 0.55

  def initialize(machines, seed)
    @machines = machines
    @seed = seed
  end

  def run
    puts "tune: #{@machines} servos, seed #{@seed}"
    found = in_workers((0...@machines).to_a) { |n| tuned(Random.new(@seed + n * 7919)) }.map(&:last)
    found.each { |one| puts line(one) }
    summary(found)
    reckoning
  end

  private

  # What a change of the draft costs, without the database, and what comes of records and designs.
  def reckoning
    stage =
      Gallop::Tune::Stage.new(
        resistance: 1.6,
        inductance: 4.1e-3,
        bandwidth: 800.0,
        torque: 3.8,
        speed: 300.0,
        up: 300.0,
        down: 600.0,
        notches: 3
      )
    mechanism = Gallop::Tune::Mechanism.ringing(inertia: 2.1e-4, resonance: 180.0, antiresonance: 105.0, share: 0.03)
    gains = Gallop::Tune::Gains.new(speed_gain: 0.05, integral_time: 0.02, speed_filter: 500.0, position_gain: 40.0)
    times = Array.new(100) { |n| seconds { preview(gains.with(speed_gain: 0.02 + n * 5e-4), mechanism, stage) } }
    puts format("what follows from a change: 95 %% of 100 within %.0f ms", 1000 * times.sort[94])
    takes = Array.new(4) { |n| take(Random.new(n)) }
    machine = Struct.new(:shaft, :radians).new(Gallop::Shaft.turning, 1e-4)
    puts format(
           "response of 4 x 32,768 samples: %.2f s",
           seconds { Gallop::Identify::ResponseSpectra.new(takes, machine).tones }
         )
    puts format("three designs: %.2f s", seconds { Gallop::Tune::Design.new(gains, mechanism, stage).three })
  end

  def preview(gains, mechanism, stage)
    loops = Gallop::Tune::Loops.new(gains, mechanism, stage).speed
    [loops.margins.phase, loops.margins.degrees]
    Gallop::Tune::Design::VARIED.each do |how|
      Gallop::Tune::Loops
        .new(gains, mechanism.varied(**how), stage)
        .speed
        .margins
        .then { |one| [one.phase, one.stable?] }
    end
    Gallop::Tune::Rehearsal.new(gains, mechanism, stage).step(45.0, seconds: 0.4)
  end

  def take(random)
    added = Numo::DFloat.cast(Array.new(32_768) { random.rand(-1.0..1.0) })
    columns = { "excitation.value" => added, "torque.actual" => added, "feedback.count" => added.cumsum }
    Gallop::Identify::Instrument::Take.new(columns: columns, interval: 1.25e-4)
  end

  def seconds
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end

  # Inertia of the load up to 30 times the motor's, what rings between 20 and 400 Hz, play up to 0.05°, gravity,
  # friction.
  # @return [Hash] what was made of it
  def tuned(random)
    shop = Workshop.new
    machine = shop.machine(random.rand < 0.2 ? :lift : :servo, random) { |drive| mechanics(drive, random) }
    shop.prepare_for_spin(machine)
    shop.write("motor.rotor_inertia", truth(shop).inertia * 1e4)
    shop.write("speed_loop.load_inertia", truth(shop).load_inertia * 1e4 * random.rand(0.7..1.3)) # as by Mechanics
    measure(shop, truth(shop))
  end

  def mechanics(drive, random)
    drive["firmware"] = "1.1.0"
    given = drive["mechanics"]
    return if random.rand < 0.15 # one mass
    near = given["inertia"] / 2
    far = near * random.rand(0.2..30.0)
    rings = Math.exp(random.rand(Math.log(20.0)..Math.log(400.0)))
    stiffness = (2 * Math::PI * rings)**2 * near * far / (near + far)
    damping = random.rand(0.01..0.06) * 2 * Math.sqrt(stiffness * near * far / (near + far))
    given.merge!("inertia" => near, "load_inertia" => far, "stiffness" => stiffness, "damping" => damping)
    given["play"] = random.rand(0.0..0.05) * Math::PI / 180 if random.rand < 0.4
  end

  def truth(shop) = shop.true_mechanism

  def measure(shop, truth)
    values = shop.firmware_values
    made = { ratio: truth.ratio, rings: truth.resonance, play: shop.axis.mechanics.is_a?(Gallop::Plant::Play) }
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    automatic = Gallop::Tune::Automatic.new(shop.bench_instrument, values, room: ROOM, share: SHARE)
    found = automatic.measure
    made[:seconds] = Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
    return made.merge(refused: found.headline) unless automatic.taken
    gains = automatic.taken.point.gains
    # the torque that the drive reckons with is off by what its torque constant is
    margins = Gallop::Tune::Loops.new(really(gains, shop), truth, automatic.stage).speed.margins
    before, after = [automatic.before, automatic.taken.step].map { |step| step&.measured_figures }
    made.merge(
      stable: margins.stable?,
      phase: margins.phase,
      peak: margins.peak,
      lag: [before ? before.lag : Float::INFINITY, after.lag],
      settling: [before&.settling, after.settling],
      crossover: automatic.taken.point.crossover,
      tries: automatic.tries.size
    )
  rescue Gallop::Identify::Undecided => e
    made.merge(refused: e.message)
  end

  # With the torque constant that the motor has.
  def really(gains, shop)
    motor = shop.axis.motor
    real = 1.5 * Math.sqrt(2) * motor.pole_pairs * motor.flux
    gains.with(speed_gain: gains.speed_gain * real / shop.read("motor.torque_constant"))
  end

  def line(one)
    head = format("load %5.1f  rings %s", one[:ratio], one[:rings] ? format("%5.1f Hz", one[:rings]) : "     –  ")
    return "#{head}  refused: #{one[:refused]}" if one[:refused]
    format(
      "%s  at %5.1f Hz  phase %4.0f°  peak %4.2f  lag %5.2f %% → %5.2f %%  settles %s → %s%s",
      head,
      one[:crossover],
      one[:phase],
      one[:peak],
      *one[:lag].map { |share| 100 * share },
      *one[:settling].map { |seconds| seconds ? format("%3.0f ms", 1000 * seconds) : "never" },
      one[:tries] > 1 ? "  (#{one[:tries]} tries)" : ""
    )
  end

  def summary(found)
    done = found.reject { |one| one[:refused] }
    puts format("refused %d of %d", found.size - done.size, found.size)
    puts format("unstable %d", done.count { |one| !one[:stable] })
    puts format(
           "phase margin below 40°: %d, least %.0f°",
           done.count { |one| one[:phase] < 40 },
           done.map { |one| one[:phase] }.min
         )
    puts format(
           "sensitivity peak above 2: %d, highest %.2f",
           done.count { |one| one[:peak] > 2 },
           done.map { |one| one[:peak] }.max
         )
    better = done.count { |one| better?(one) }
    puts format(
           "three times better than the gains from the works: %d of %d (%.0f %%)",
           better,
           done.size,
           100.0 * better / done.size
         )
  end

  # By what it is behind on the way, or how long it settles.
  def better?(one)
    before, after = one[:settling]
    one[:lag].reduce(:/) >= 3 || before.nil? || (after && before > 0.004 && before >= 3 * after)
  end
end
