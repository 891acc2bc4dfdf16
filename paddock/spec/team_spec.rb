# frozen_string_literal: true

require_relative "paddock_helper"

# Two drives of one vehicle on their own line; what moves is seen at the shafts of the plant.
RSpec.describe Gallop::Paddock::Firmware::TeamMember do
  before do
    data = YAML.safe_load_file(File.expand_path("../rigs/rollcar.yml", __dir__))
    @drives = Gallop::Paddock::Rig.new(data).build
    go(2.0)
    @drives.each { |drive| at(drive) { Bench::SETTINGS.fetch("Roll tug").each { |key, figure| write(key, figure) } } }
    at(left) { set("team.place" => 1) }
    at(right) { set("team.place" => 2, "network.command_source" => 4, "network.reference_source" => 8) }
    go(0.3)
  end

  def left = @drives.first
  def right = @drives.last

  # The bench's words are about this one.
  def at(drive)
    @stand_in = drive
    yield
  end

  def set(values) = values.each { |key, figure| write(key, figure) }

  # Together, a word's time and less at once.
  def go(seconds)
    (seconds / 0.004).round.times { @drives.each { |drive| drive.advance(0.004) } }
  end

  def speeds = @drives.map { |drive| at(drive) { rpm } }
  def states = @drives.map { |drive| at(drive) { state } }
  def faults = @drives.map { |drive| at(drive) { fault } }

  def drive_at(target)
    at(left) do
      enable
      write("speed.target", target)
    end
    go(1.5)
  end

  # After a fault of the team.
  def begin_again
    at(left) { write("control.word", 0x80) }
    go(0.1)
    expect(faults).to eq([0, 0])
    drive_at(300)
    expect(speeds).to all(be_within(15).of(300))
  end

  it "starts, turns and stops as the first does" do
    drive_at(600)
    expect(speeds).to match([be_within(15).of(600), be_within(15).of(600)])
    at(left) { write("speed.target", -300) }
    go(1.5)
    expect(speeds).to match([be_within(15).of(-300), be_within(15).of(-300)])
    at(left) { write("control.word", 6) }
    go(2)
    expect(speeds).to match([be_within(1).of(0), be_within(1).of(0)])
    expect([states, faults]).to eq([%i[ready_to_switch_on ready_to_switch_on], [0, 0]])
  end

  it "goes the other way where it is mounted so" do
    at(right) { write("team.turns", 1) }
    drive_at(600)
    expect(speeds).to match([be_within(15).of(600), be_within(15).of(-600)])
  end

  it "is held to what the first may do: its envelope holds both" do
    at(left) { set("envelope.speed" => 20) }
    drive_at(2000)
    expect(speeds).to all(be_within(15).of(480))
    at(left) { write("speed.target", 0) }
    go(1.5)
    # 3000 rpm/s by the value, 300 by the envelope
    at(left) { set("envelope.acceleration" => 10, "ramps.acceleration" => 3000, "speed.target" => 2000) }
    at(right) { set("ramps.acceleration" => 3000) }
    go(0.8)
    expect(speeds).to all(be_between(120, 300))
  end

  it "does not begin before all are heard, ready and set to follow" do
    at(right) { write("network.command_source", 0) }
    go(0.1)
    at(left) do
      expect(read("control.inhibits") & 32).to eq(32)
      [6, 7, 15].each { |word| write("control.word", word) }
      expect(state).not_to eq(:operation_enabled)
    end
    at(right) { write("network.command_source", 4) }
    right.axis.team_line.plugged = false
    go(0.3)
    at(left) { expect([read("control.inhibits") & 32, read("team.heard")]).to eq([32, 0]) }
    right.axis.team_line.plugged = true
    go(0.1)
    at(left) { expect([read("control.inhibits") & 32, read("team.heard"), read("team.fit")]).to eq([0, 2, 2]) }
  end

  it "refuses a start over the network to one that follows" do
    at(right) { expect(firmware.objection(entry("control.word"), 15)).to eq(:terminals) }
  end

  it "stops all where the line is cut" do
    drive_at(600)
    right.axis.team_line.plugged = false
    go(1.0)
    expect([faults, speeds]).to match([[0xFF44, 0xFF44], all(be_within(1).of(0))])
    at(left) { expect(firmware.reset_permitted?).to be(false) }
  end

  it "stops all where one has a fault, and is reset where the first is" do
    drive_at(600)
    right.axis.torque_off_a_closed = false
    go(1.0)
    expect([faults, speeds.first]).to match([[0xFF44, 0xFF10], be_within(1).of(0)])
    right.axis.torque_off_a_closed = true
    at(right) { write("control.word", 0x80) }
    go(0.1)
    begin_again
  end

  it "stops all where one that follows is stopped, and begins again together" do
    drive_at(600)
    at(right) { write("control.word", 2) }
    go(1.5)
    expect([faults, speeds]).to match([[0xFF44, 0], all(be_within(1).of(0))])
    begin_again
  end

  it "stops quickly with the first" do
    drive_at(600)
    at(left) { write("control.word", 2) }
    go(0.05)
    expect(states).to eq(%i[quick_stop_active quick_stop_active])
    go(1)
    expect([faults, speeds]).to match([[0, 0], all(be_within(1).of(0))])
  end

  it "does not run where two stand at the same place" do
    at(right) { write("team.place", 1) }
    go(0.2)
    at(left) { expect(read("control.inhibits") & 32).to eq(32) }
  end

  it "takes the torque of the first's pulse, and its braking" do
    at(left) { write("pulse.function", 2) }
    left.axis.pulse_width = 1500.0
    go(0.2)
    at(left) { enable }
    go(0.2)
    left.axis.pulse_width = 1560.0
    go(1.5)
    torques = @drives.map { |drive| at(drive) { read("motor.torque") } }
    expect(torques.first).to be_between(3, 20)
    expect(torques.last).to be_within(1.5).of(torques.first)
    expect(speeds).to all(be > 100)
    left.axis.pulse_width = nil
    go(2.5)
    expect([at(left) { fault }, speeds]).to match([0xFF40, all(be_within(5).of(0))])
  end

  it "is left alone by a drive that is tried by itself" do
    at(left) { write("team.place", 0) }
    drive_at(600)
    expect([speeds, faults]).to match([[be_within(15).of(600), 0.0], [0, 0]])
  end
end
