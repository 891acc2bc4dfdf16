# frozen_string_literal: true

require_relative "paddock_helper"

RSpec.describe Gallop::Paddock::Firmware do
  def restart
    write_raw("storage.restart", 0x746F6F62)
    pass(2.0)
  end

  def write_raw(key, raw) = firmware.objection(entry(key), raw) || firmware.write(entry(key), raw)

  it "boots after its time and starts with what is stored" do
    build("Carriage")
    expect([@stand_in.state, state]).to eq(%i[running switch_on_disabled])
    write("motor.rated_current", 2.6)
    write("ramps.acceleration", 9000)
    write_raw("storage.store", 0x65766173)
    expect(read("storage.state")).to eq(1)
    pass(0.3)
    expect([read("storage.state"), read("storage.stored_changes")]).to eq([0, 1])
    write("ramps.acceleration", 12_000)
    restart
    expect([read("motor.rated_current"), read("ramps.acceleration")]).to eq([2.6, 9000])
  end

  it "loses a store that power cuts short, and keeps the old one whole" do
    Dir.mktmpdir do |directory|
      build("Carriage", state_directory: directory)
      write("ramps.acceleration", 9000)
      write_raw("storage.store", 0x65766173)
      pass(0.1)
      @stand_in = Gallop::Paddock::Rig.load(Bench::RIG).build(state_directory: directory).first # the process died
      pass(3.0)
      expect(read("ramps.acceleration")).to eq(3000)
    end
  end

  it "refuses writes while it stores, and wrong signatures" do
    build("Carriage")
    expect(firmware.objection(entry("storage.store"), 1)).to eq(:signature)
    write_raw("storage.store", 0x65766173)
    expect(firmware.objection(entry("ramps.acceleration"), 1000)).to eq(:busy)
    expect(read("control.inhibits") & 16).to eq(16)
  end

  it "takes each value into force when its entry says" do
    commissioned("Carriage")
    enable
    expect(firmware.objection(entry("motor.pole_pairs"), 4)).to eq(:enabled)
    write("current_loop.bandwidth", 400)
    expect(firmware.setting("current_loop.bandwidth")).to eq(800)
    write("speed_loop.gain", 0.03)
    expect(firmware.setting("speed_loop.gain")).to be_within(1e-9).of(0.03)
    write("control.word", 0)
    pass(0.01)
    expect(firmware.setting("current_loop.bandwidth")).to eq(400)
  end

  it "counts what waits for a restart, does not switch on meanwhile, and forgets it when the value goes back" do
    build("Carriage")
    write("feedback.counts_per_turn", 4096)
    pass(0.002)
    expect([read("storage.waiting_for_restart"), read("control.inhibits")]).to eq([1, 4])
    write("control.word", 6)
    expect(state).to eq(:switch_on_disabled)
    write("feedback.counts_per_turn", 131_072)
    pass(0.002)
    expect(read("storage.waiting_for_restart")).to eq(0)
  end

  it "restores its factory values at the next start" do
    build("Carriage")
    write("ramps.acceleration", 9000)
    write_raw("storage.store", 0x65766173)
    pass(0.3)
    write_raw("storage.restore", 0x64616F6C)
    pass(0.3)
    expect(read("ramps.acceleration")).to eq(9000)
    restart
    expect(read("ramps.acceleration")).to eq(3000)
  end

  it "holds all motion to speed limit, envelope and permitted directions" do
    commissioned("Carriage")
    write("envelope.speed", 5)
    enable
    write("speed.target", 3000)
    pass(1.0)
    expect(rpm).to be_within(4).of(150)
    expect(read("control.status").to_i[11]).to eq(1)
    write("envelope.speed", 100)
    write("control.word", 6)
    pass(1.0)
    write("limits.direction", 1)
    [7, 15].each { |word| write("control.word", word) }
    write("speed.target", -500)
    pass(0.5)
    expect(rpm).to be_within(3).of(0)
  end

  it "ramps down before it disables, and coasts when the option says so" do
    commissioned("Carriage")
    enable
    write("speed.target", 1500)
    pass(1.0)
    write("control.word", 6)
    expect(state).to eq(:operation_enabled)
    expect(pass_until(0.5) { state == :ready_to_switch_on }).to be(true)
    expect(rpm.abs).to be < 6
    write("control.shutdown_option", 0)
    [7, 15].each { |word| write("control.word", word) }
    pass(1.0)
    write("control.word", 6)
    expect(state).to eq(:ready_to_switch_on)
    expect(rpm).to be > 1000
  end

  it "waits in quick stop where the option says so" do
    commissioned("Carriage")
    write("control.quick_stop_option", 6)
    enable
    write("speed.target", 1500)
    pass(1.0)
    write("control.word", 2)
    pass(1.0)
    expect([state, rpm.abs < 6]).to eq([:quick_stop_active, true])
    write("control.word", 0)
    expect(state).to eq(:switch_on_disabled)
  end

  it "turns the frequency drive at its lowest speed with a target of zero, as its hazard says" do
    commissioned("Web feed")
    write("limits.lowest_speed", 300)
    enable
    pass(3.0)
    expect(rpm).to be_within(15).of(300)
    expect(entry("limits.lowest_speed").hazard).to include("target of zero")
  end

  it "loses its electronics some time after the mains, and comes back with it" do
    build("Carriage")
    @stand_in.mains = false
    expect(@stand_in.state).to eq(:running)
    expect(pass_until(5.0, step: 0.01) { @stand_in.state == :off }).to be(true)
    @stand_in.mains = true
    pass(0.2)
    expect(@stand_in.state).to eq(:booting)
    pass(2.0)
    expect(@stand_in.state).to eq(:running)
    expect(read("device.starts")).to eq(2)
  end
end
