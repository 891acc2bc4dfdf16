# frozen_string_literal: true

require "json"
require "open3"
require "tmpdir"

# bin/bench engine [REVISION]: how much faster than real time the stand-ins live, in processor time, best of several
# runs
# that alternate between this code and a copy of an earlier revision. Only the ratio between the two means much: the
# machine's own speed varies.
class BenchEngine
  RUNS = 5
  SECONDS = 3.0

  # Run in a process of its own with the code of one directory: prints simulated seconds a second of processor time.
  SCRIPT = <<~'RUBY'
    root = ARGV.fetch(0)
    %w[core paddock].each { |part| $LOAD_PATH.unshift(File.join(root, part, "lib")) }
    require "gallop-paddock"
    require "json"
    require "yaml"
    rigs = %w[saltgrass dyehouse].map { |name| YAML.safe_load_file(File.join(root, "paddock/rigs/#{name}.yml")) }
    drives = rigs.flat_map { |rig| rig["drives"] }
    one_mass = Marshal.load(Marshal.dump(drives.find { |drive| drive["name"] == "Carriage" }))
    one_mass["mechanics"] = one_mass["mechanics"].reject { |key, _| %w[load_inertia stiffness damping].include?(key) }
    plain = ->(drive) { drive.reject { |key, _| %w[stage obstacles bus_reading].include?(key) } }
    kinds = {
      "servo, one mass" => plain.call(one_mass), "servo, two masses" => plain.call(drives.find { |one| one["name"] == "Carriage" }),
      "linear" => plain.call(drives.find { |one| one["family"] == "camargue" }),
      "frequency drive" => plain.call(drives.find { |one| one["family"] == "shire" }),
      "halls" => plain.call(drives.find { |one| one["family"] == "fjord" }),
      "brushes" => plain.call(drives.find { |one| one["family"] == "exmoor" }),
      "stepper" => plain.call(drives.find { |one| one["family"] == "konik" })
    }
    pairs = { "haflinger" => 5, "shire" => 2, "fjord" => 4 }
    set = lambda do |stand_in, key, figure|
      entry = stand_in.profile.fetch(key)
      stand_in.firmware.write(entry, entry.raw(figure))
    end
    time = lambda do |stand_in, seconds|
      began = Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID)
      (seconds / 0.004).round.times { stand_in.advance(0.004) }
      seconds / (Process.clock_gettime(Process::CLOCK_PROCESS_CPUTIME_ID) - began)
    end
    found = kinds.to_h do |kind, drive|
      stand_in = Gallop::Paddock::Rig.new({ "name" => "bench", "drives" => [drive] }).build.first
      3000.times { stand_in.advance(0.001) }
      at_rest = time.call(stand_in, 2.0)
      at_rest = [at_rest, time.call(stand_in, 20.0)].max
      family = stand_in.profile.family
      set.call(stand_in, "motor.pole_pairs", pairs[family]) if pairs.key?(family)
      [6, 7, 15].each { |word| set.call(stand_in, "control.word", word) }
      set.call(stand_in, "speed.target", 300)
      time.call(stand_in, 1.5)
      turning = Array.new(3) { time.call(stand_in, Float(ARGV.fetch(1))) }.max
      raise "#{kind} is not enabled" unless stand_in.firmware.stage_on?
      [kind, [turning, at_rest]]
    end
    puts JSON.generate(found)
  RUBY

  def initialize(revision)
    @revision = revision
  end

  def run
    Dir.mktmpdir("bench-engine") do |copy|
      system("git", "archive", @revision, "core", "paddock", "--output", "#{copy}/code.tar", exception: true)
      system("tar", "-xf", "#{copy}/code.tar", "-C", copy, exception: true)
      rounds = Array.new(RUNS) { [measured(copy), measured(Rails.root.to_s)] }
      report(rounds)
    end
  end

  private

  def measured(root)
    options = RubyVM.const_defined?(:YJIT) ? ["--yjit"] : []
    out, status = Open3.capture2(RbConfig.ruby, *options, "-e", SCRIPT, root, SECONDS.to_s)
    status.success? ? JSON.parse(out) : abort("bin/bench: the stand-ins of #{root} do not run")
  end

  def report(rounds)
    puts format(
           "%-22s %12s %12s %8s %14s %14s",
           "simulated s a CPU s",
           @revision[0, 10],
           "now",
           "ratio",
           "at rest before",
           "now"
         )
    rounds.first.first.each_key do |kind|
      before, now, rest_before, rest_now =
        [[0, 0], [1, 0], [0, 1], [1, 1]].map { |side, figure| rounds.map { |round| round[side][kind][figure] }.max }
      puts format("%-22s %12.1f %12.1f %8.2f %14.0f %14.0f", kind, before, now, now / before, rest_before, rest_now)
    end
  end
end
