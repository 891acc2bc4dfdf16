# frozen_string_literal: true

require "rails_helper"

RSpec.describe Link::Connection, :paddock do
  it "connects, reads everything and polls at 20 Hz or better" do
    drive = connect(create_drive(@paddock))
    expect(drive.connection.live.size).to be > 150
    expect(drive.identity).to include("model" => "Haflinger 3", "serial" => "20417")
    # Fifty polls one after the other at that pace: others have the machine too, though not all the time.
    wait_until("fifty polls at 20 Hz", seconds: 15) do
      drive.connection.samples.to_a.map(&:at).each_cons(51).any? { |times| 50 / (times.last - times.first) > 20 }
    end
  end

  it "notices a loss within a second and returns by itself" do
    drive = connect(create_drive(@paddock))
    @paddock.set("Carriage", cable: false)
    wait_until("lost", seconds: 1) { drive.connection.state == :lost }
    expect { drive.connection.ask { |wire| wire } }.to raise_error(Link::Offline)
    @paddock.set("Carriage", cable: true)
    wait_until("online again") { drive.online? }
    expect(LogbookEntry.pluck(:headline)).to include("Connection lost")
  end

  it "sees what another client writes" do
    drive = connect(create_drive(@paddock))
    other = Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage"))
    entry = drive.profile.fetch("ramps.acceleration")
    other.write(entry.register, entry.encode(7777))
    wait_until("the new value") { drive.live_values["ramps.acceleration"] == 7777 }
    wait_until("it in the database") { drive.reload.live["ramps.acceleration"] == 7777 }
  ensure
    other&.close
  end

  it "neither floods the history nor falls behind when another master writes a setting all the time", :real_time do
    drive = connect(create_drive(@paddock))
    other = Wire::Device.new(Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage")), drive.profile)
    before = drive.connection.samples.to_a.size
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    (1..80).each do |n|
      other.write("ramps.acceleration", 2000 + n)
      sleep 0.04 # the master's cycle
    end
    rate = (drive.connection.samples.to_a.size - before) / (Process.clock_gettime(Process::CLOCK_MONOTONIC) - began)
    wait_until("the last value", seconds: 12) { drive.live_values["ramps.acceleration"] == 2080 }
    wait_until("it in the database") { drive.reload.live["ramps.acceleration"] == 2080 }
    expect(rate).to be > 18
    expect(drive.value_changes.pluck(:key, :after)).to eq([["ramps.acceleration", 2080]])
    expect(LogbookEntry.where("headline LIKE ?", "%changed by somebody else").count).to eq(1)
  ensure
    other&.close
  end

  it "notices a restart and says which values fell back" do
    drive = commissioned(@paddock)
    drive.store
    stage = Motor.new(drive)
    stage.keep("top_speed" => "2500")
    drive.draft("limits.motor_speed", 2500)
    WriteBatch.prepare(drive, ["limits.motor_speed"]).run
    drive.restart
    expect(drive.differences).to eq([{ "key" => "limits.motor_speed", "project" => 2500, "why" => "restart" }])
    drive.settle(["limits.motor_speed"], "draft")
    expect(drive.differences).to be_empty
    expect(drive.drafts.pluck(:key, :raw)).to eq([["limits.motor_speed", 2500]])
  end

  it "says what answers when it is no drive, and goes on trying" do
    stranger = TCPServer.new("127.0.0.1", 0)
    host = Thread.new { loop { stranger.accept.close } }
    drive = create_drive(nil)
    drive.update!(port: stranger.addr[1])
    drive.connect
    wait_until("lost") { drive.connection.state == :lost }
    expect(drive.connection.message).to match(/closed|broke/)
  ensure
    host&.kill
    stranger&.close
  end

  it "hands refusals of the drive through, with the reason of its diagnosis" do
    drive = connect(create_drive(@paddock))
    expect { drive.connection.ask { |wire| wire.write("ramps.acceleration", 2_000_000) } }.to raise_error(
      Wire::Refused,
      /above the range/
    )
    expect(drive).to be_online
  end
end
