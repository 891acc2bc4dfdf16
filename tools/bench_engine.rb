# frozen_string_literal: true

require "json"
require "tmpdir"

# bin/bench engine [REVISION [KIND]]: how much faster than real time the stand-ins live, in processor time, beside a
# copy of an earlier revision. Both live in processes of their own and take turns in short slices, as the machine's own
# speed varies by a factor of two within a minute: the ratio is the median of neighbouring slices.
class BenchEngine
  SLICES = 25
  SLICE = 0.4 # simulated s

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
    enabled = lambda do |stand_in, kind|
      family = stand_in.profile.family
      set.call(stand_in, "motor.pole_pairs", pairs[family]) if pairs.key?(family)
      [6, 7, 15].each { |word| set.call(stand_in, "control.word", word) }
      set.call(stand_in, "speed.target", 300)
      time.call(stand_in, 1.5)
      abort "#{kind} is not enabled" unless stand_in.firmware.stage_on?
    end
    $stdout.sync = true
    puts JSON.generate(kinds.keys)
    kinds.each do |kind, drive|
      stand_in = Gallop::Paddock::Rig.new({ "name" => "bench", "drives" => [drive] }).build.first
      3000.times { stand_in.advance(0.001) }
      # asked for “rest”, “enable” and slices of turning until the next kind is wanted
      while (asked = $stdin.gets.chomp) != "next"
        case asked
        when "rest" then puts time.call(stand_in, 10.0)
        when "enable" then enabled.call(stand_in, kind)
          puts 0
        else puts time.call(stand_in, Float(asked))
        end
      end
    end
  RUBY

  def initialize(revision, only = nil)
    @revision = revision
    @only = only
  end

  def run
    Dir.mktmpdir("bench-engine") do |copy|
      system("git", "archive", @revision, "core", "paddock", "--output", "#{copy}/code.tar", exception: true)
      system("tar", "-xf", "#{copy}/code.tar", "-C", copy, exception: true)
      puts format(
             "%-22s %12s %12s %8s %14s %14s",
             "simulated s a CPU s",
             @revision[0, 10],
             "now",
             "ratio",
             "at rest before",
             "now"
           )
      compare([copy, Rails.root.to_s].map { |root| started(root) })
    end
  end

  private

  def started(root)
    options = RubyVM.const_defined?(:YJIT) ? ["--yjit"] : []
    IO.popen([RbConfig.ruby, *options, "-e", SCRIPT, root], "r+")
  end

  def compare(both)
    kinds = both.map { |one| JSON.parse(one.gets) }.first
    kinds.each do |kind|
      report(kind, both) if @only.nil? || kind.include?(@only)
      both.each { |one| one.puts("next") }
    end
    both.each(&:close)
  end

  def ask(one, what)
    one.puts(what)
    Float(one.gets || abort("bin/bench: the stand-ins do not run"))
  end

  def report(kind, both)
    rest = Array.new(3) { both.map { |one| ask(one, "rest") } }.transpose.map(&:max)
    both.each { |one| ask(one, "enable") }
    slices = Array.new(SLICES) { both.map { |one| ask(one, SLICE) } }
    ratio = slices.map { |before, now| now / before }.sort[SLICES / 2]
    puts format("%-22s %12.1f %12.1f %8.2f %14.0f %14.0f", kind, *slices.transpose.map(&:max), ratio, *rest)
  end
end
