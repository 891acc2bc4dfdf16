# frozen_string_literal: true

require "spec_helper"
require "json"
require "open3"
require "socket"
require "tmpdir"
require "rails"
require_relative "../rails_helper"

# bin/gallop as a user runs it: a process of its own, against a running paddock.
RSpec.describe "bin/gallop", :lasting do
  around do |example|
    PaddockProcess.running do |paddock|
      @paddock = paddock
      Dir.mktmpdir do |directory|
        @directory = directory
        example.run
      end
    end
  end

  Outcome = Struct.new(:out, :err, :code) { def json = JSON.parse(out) }

  before(:context) do
    @input, mine = IO.pipe
    theirs, @commands = IO.pipe
    @nursery =
      Process.spawn(RbConfig.ruby, Rails.root.join("spec/support/command_nursery.rb").to_s, in: theirs, out: mine)
    [mine, theirs].each(&:close)
  end

  after(:context) do
    @commands.close
    Process.wait(@nursery)
  end

  # As the file does it, in a fork of a process that has it loaded.
  def gallop(*arguments, drive: "Carriage")
    printed = %w[out err].map { |name| File.join(@directory, "printed.#{name}") }
    @commands.puts(JSON.generate(words: arguments, environment: environment(drive), out: printed[0], err: printed[1]))
    code = @input.gets.to_i
    Outcome.new(*printed.map { |file| File.read(file) }, code)
  end

  # The file itself.
  def really(*arguments, drive: "Carriage")
    out, err, status = Open3.capture3(environment(drive), Rails.root.join("bin/gallop").to_s, *arguments)
    Outcome.new(out, err, status.exitstatus)
  end

  def environment(drive) = { "GALLOP_DRIVE" => drive && "127.0.0.1:#{@paddock.port(drive)}" }

  def path(name, text = nil) = File.join(@directory, name).tap { |file| File.binwrite(file, text) if text }

  def controller(name)
    client = Wire::Modbus.open("127.0.0.1", @paddock.port(name))
    yield Wire::Device.new(client, Wire::Identity.read(client).profile)
  ensure
    client&.close
  end

  it "scans" do
    ports = @paddock.ports.values
    found = gallop("scan", ports.map { |port| "127.0.0.1:#{port}" }.join(","), "--json")
    expect(found.json.pluck("serial")).to match_array(%w[20417 31882 40955])
    expect(gallop("scan", "127.0.0.1:1").code).to eq(3)
    expect(gallop("scan", "300.1.1.1")).to have_attributes(code: 2, err: /four numbers/)
  end

  it "identifies" do
    expect(gallop("identify", "127.0.0.1:#{@paddock.port("Web feed")}", drive: nil).out).to match(/serial +31882/)
    expect(gallop("identify", "--json").json).to include(
      "family" => "haflinger",
      "state" => "Switch on disabled",
      "missing" => []
    )
  end

  it "gets by key, by the beginning of a key, by index in hexadecimal and decimal" do
    expect(gallop("get", "ramps.acceleration", "ramps.decel", "6083", "24707:0", "0x6083:00", "--json").json).to eq(
      "ramps.acceleration" => 3000,
      "ramps.deceleration" => 6000
    )
    expect(gallop("get", "ramps.acceleration").out).to eq("ramps.acceleration  3\u2009000 rpm/s\n")
    expect(gallop("get").out.lines.size).to be > 350
    expect(gallop("get", "ramps").err).to match(/names no single value.*it begins ramps\./)
    expect(gallop("get", "speeed")).to have_attributes(code: 2, err: /names no single value/)
  end

  it "sets in any unit, reads back, and tells what the drive made of it" do
    expect(gallop("set", "motor.peak_current=4500 mA", "current_loop.bandwidth=777", "--json").json).to match(
      [
        include("key" => "motor.peak_current", "before" => 2.0, "now" => 4.5, "state" => "confirmed"),
        include("key" => "current_loop.bandwidth", "before" => 800, "now" => 780, "state" => "adjusted")
      ]
    )
    expect(gallop("set", "ramps.acceleration=0")).to have_attributes(code: 4, err: /is outside/)
    expect(gallop("set", "ramps.acceleration")).to have_attributes(code: 2)
    expect(gallop("get", "ramps.acceleration", "--json").json.values).to eq([3000])
  end

  it "moves no motor: neither by set nor by a file, and changes nothing while it is enabled" do
    expect(gallop("set", "speed.target=100")).to have_attributes(
      code: 4,
      err: /is no setting. Motion is commanded from the application alone/
    )
    expect(gallop("set", "control.word=15").code).to eq(4)
    controller("Carriage") do |wire|
      wait_until("the bus") { wire.read_one("control.inhibits").zero? }
      [6, 7, 15].each { |word| wire.write("control.word", word) }
    end
    expect(gallop("set", "ramps.acceleration=5000")).to have_attributes(code: 4, err: /is enabled/)
    expect(gallop("stop").out).to match(/Quick stop commanded/)
    controller("Carriage") do |wire|
      expect(Gallop::Cia402::Statusword.state(wire.read_one("control.status"))).not_to eq(:operation_enabled)
    end
  end

  it "writes what is a hazard only when it is told so" do
    expect(gallop("set", "power_up.enable=1")).to have_attributes(
      code: 4,
      err: /without any command after mains returns\.\nWritten all the same with --yes power_up\.enable/
    )
    expect(gallop("get", "power_up.enable", "--json").json.values).to eq([0])
    expect(gallop("set", "power_up.enable=Yes, by itself", "--yes", "power_up.speed").code).to eq(4)
    expect(gallop("set", "power_up.enable=Yes, by itself", "--yes", "power_up.enable").code).to eq(0)
  end

  it "takes the drive's place before or behind the command, and never does nothing with a good conscience" do
    place = "127.0.0.1:#{@paddock.port("Carriage")}"
    [
      ["-d", place, "stop"],
      ["stop", "-d", place],
      ["--drive", place, "stop"],
      ["--json", "-d", place, "stop"]
    ].each do |words|
      expect(really(*words, drive: nil)).to have_attributes(code: 0, out: /Quick stop|Switch on disabled/),
      words.inspect
    end
    expect(gallop("-d", place, drive: nil)).to have_attributes(code: 2, err: /No command/)
    expect(gallop("-d", drive: nil).code).to eq(2)
    expect(gallop("gallop").code).to eq(2)
  end

  it "says in one line what cannot be done, whatever was typed" do
    [
      %w[watch bus.voltage --every -1],
      %w[watch bus.voltage --count 0],
      ["export", "-o", @directory],
      %w[import no.such],
      %w[set x]
    ].each do |words|
      outcome = gallop(*words)
      expect([outcome.code, outcome.err.lines.size, outcome.err]).to match([2, 1, /\Agallop: /]), words.inspect
    end
    expect(really("get", "\xFF\xFE")).to have_attributes(code: 2, err: /cannot be read/)
    expect(
      Open3.capture3("#{Rails.root.join("bin/gallop")} get -d 127.0.0.1:#{@paddock.port("Carriage")} > /dev/full")
    ).to match(["", /\Agallop: No space left/, have_attributes(exitstatus: 2)])
  end

  it "ends a wait by Ctrl-C without a trace" do
    output, writer = IO.pipe
    pid =
      Process.spawn(
        Rails.root.join("bin/gallop").to_s,
        "watch",
        "bus.voltage",
        "-d",
        "127.0.0.1:#{@paddock.port("Carriage")}",
        out: writer,
        err: writer
      )
    writer.close
    output.gets
    Process.kill("INT", pid)
    Process.wait(pid)
    expect(output.read).not_to match(/Interrupt|rb:/)
  end

  it "takes a bad file not at all, and answers in one document" do
    file = path("half.csv", "key,value\nramps.acceleration,1234\nramps.deceleration,nonsense\n")
    expect(gallop("import", file, "--write")).to have_attributes(code: 1, err: /line 3/)
    expect(gallop("get", "ramps.acceleration", "--json").json.values).to eq([3000])
    expect(gallop("diff", path("broken.dcf", "no dcf")).code).to eq(1)
    outcome = gallop("import", path("good.csv", "key,value\nramps.acceleration,1234\n"), "--write", "--json")
    expect(outcome.json.first).to include("key" => "ramps.acceleration", "state" => "confirmed")
  end

  it "lets no control character of a drive through" do
    controller("Carriage") { |wire| wire.write("device.label", "a\e[31mb\r\nc") }
    [
      %w[identify],
      %w[get device.label],
      ["scan", "127.0.0.1:#{@paddock.port("Carriage")}"],
      %w[export --format csv]
    ].each { |words| expect(gallop(*words).out).not_to match(/[\e\r]/), words.inspect }
    expect(gallop("get", "device.label").out).to eq("device.label  a?[31mb??c\n")
    expect(gallop("export").out.lines.grep(/\Ac/)).to be_empty
  end

  it "is kept from a drive that somebody moves, but for a stop" do
    controller("Carriage") do |wire|
      wire.write("control.holder", 7)
      expect(gallop("set", "ramps.acceleration=1000")).to have_attributes(code: 4, err: /refused/)
      expect(gallop("get", "ramps.acceleration", "--json").json.values).to eq([3000])
      expect(gallop("stop").code).to eq(0)
    end
  end

  it "watches" do
    lines = gallop("watch", "bus.voltage", "speed.actual", "--count", "3", "--every", "0.05", "--json").out.lines
    expect(lines.map { |line| JSON.parse(line).keys }).to eq([%w[bus.voltage speed.actual]] * 3)
  end

  it "exports, compares and imports what it exported" do
    %w[dcf csv json].each do |format|
      file = path("carriage.#{format}")
      expect(gallop("export", "--format", format, "-o", file).code).to eq(0)
      expect(gallop("diff", file)).to have_attributes(code: 0, out: "\n")
    end
    gallop("set", "ramps.acceleration=1000")
    expect(gallop("diff", path("carriage.dcf"))).to have_attributes(
      code: 1,
      out: "ramps.acceleration  1\u2009000 rpm/s  3\u2009000 rpm/s\n"
    )
    expect(gallop("diff", "--json").json.keys).to eq(["ramps.acceleration"])
    expect(gallop("diff", "stored", "--json").json.keys).to eq(["ramps.acceleration"])
    expect(gallop("diff", "127.0.0.1:#{@paddock.port("Web feed")}", "--json").json.keys).to include("motor.pole_pairs")
    expect(gallop("import", path("carriage.json")).out).to match(/ramps\.acceleration +change +3.000 rpm/)
    expect(gallop("get", "ramps.acceleration", "--json").json.values).to eq([1000])
    expect(gallop("import", path("carriage.json"), "--write").code).to eq(0)
    expect(gallop("get", "ramps.acceleration", "--json").json.values).to eq([3000])
  end

  it "says what is wrong with a file, and writes nothing of it" do
    file = path("x.csv", "key,value\nramps.acceleration,1000\nlimits.motor_speed,-5\n")
    expect(gallop("apply", file)).to have_attributes(code: 1, err: /line 3: Speed limit: .*is outside/)
    expect(gallop("get", "ramps.acceleration", "--json").json.values).to eq([3000])
    expect(gallop("apply", path("none.csv"))).to have_attributes(code: 2, err: /There is no file/)
    expect(gallop("import", path("x.dcf", "nonsense"))).to have_attributes(code: 1, err: /line 1: /)
  end

  it "applies, stores, and restarts where a value waits for it" do
    file = path("x.csv", "key,value\nmotor.pole_pairs,5\nfeedback.direction,1\n")
    expect(gallop("apply", file, "--store").out).to match(/Stored\.\nRestarted for 1 values\./)
    expect(gallop("diff", "--json").json.keys).to contain_exactly("motor.pole_pairs", "feedback.direction")
    expect(gallop("diff", "stored").code).to eq(0)
  end

  it "shows faults" do
    expect(gallop("faults").out).to eq("present  none\n")
    @paddock.set("Carriage", encoder_power: false)
    wait_until("the fault") { gallop("faults", "--json").json.any? }
    expect(gallop("faults").out).to match(/\Apresent  7305  Feedback lost\npast +7305/)
  end

  it "explains itself: commands, exit codes, completion" do
    expect(gallop("help").out).to match(/gallop apply FILE/)
    expect(gallop("frobnicate")).to have_attributes(code: 2, err: /Could not find command/)
    expect(gallop("get", "x", drive: nil)).to have_attributes(code: 2, err: /Which drive/)
    expect(gallop("get", "x", "--drive", "127.0.0.1:1", drive: nil)).to have_attributes(code: 3, err: /Nothing listens/)
    expect(gallop("completion").out).to match(/\Acomplete -W '.*apply.*ramps\.acceleration/)
  end

  # From factory state to one in which a controller turns it, without a browser.
  it "brings a volatile drive up so that a controller turns it" do
    settings = {
      "motor.rated_current" => 20,
      "motor.rated_torque" => 2.4,
      "motor.pole_pairs" => 4,
      "motor.phase_resistance" => 0.041,
      "motor.phase_inductance" => 0.095,
      "motor.torque_constant" => 0.12,
      "motor.peak_current" => 55,
      "limits.motor_speed" => 2400,
      "limits.current" => 250,
      "limits.torque" => 230
    }
    file = path("tug.csv", "key,value\n#{settings.map { |pair| pair.join(",") }.join("\n")}\n")
    2.times do
      applied = gallop("apply", file, "--store", drive: "Roll tug")
      expect([applied.code, applied.err]).to eq([0, ""])
      controller("Roll tug") do |wire|
        [6, 7, 15].each { |word| wire.write("control.word", word) }
        wire.write("speed.target", 6000)
        wait_until("the controller's speed") { (@paddock.shaft_speed("Roll tug") - 600).abs < 30 }
        wire.write("control.word", 2)
      end
      wait_until("rest") { @paddock.shaft_speed("Roll tug").abs < 1 }
      @paddock.set("Roll tug", mains: false)
      wait_until("dark") { @paddock.see("Roll tug")["state"] == "off" }
      @paddock.set("Roll tug", mains: true)
      wait_until("back") { @paddock.see("Roll tug")["state"] == "running" }
      expect(gallop("diff", drive: "Roll tug").code).to eq(0)
    end
  end
end
