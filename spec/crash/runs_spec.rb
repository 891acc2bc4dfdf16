# frozen_string_literal: true

require "rails_helper"

# The server is killed at any moment of a test that has borrowed values of the drive. They come back when it is started
# again, the run is shown as interrupted, and the next one works.
RSpec.describe "A test after kill -9" do
  around do |example|
    PaddockProcess.running do |paddock|
      ServerProcess.running(@paddock = paddock) do |server|
        @server = server
        example.run
      end
    end
  end

  before do
    @random = Chance.named("runs cut short")
    @script = Script.new(@server)
    @drive =
      @script.call("get", "/projects").then { |projects| @script.call("get", "/projects/#{projects.first["id"]}") }[
        "drives"
      ].find { |drive| drive["name"] == "Carriage" }[
        "id"
      ]
    @script.call("post", "/drives/#{@drive}/link")
    online
    set("sensing.offset_u" => 100, "sensing.offset_v" => 50)
  end

  let(:rounds) { ENV["GALLOP_LONG"] ? 20 : 3 }

  def path = "/drives/#{@drive}"
  def online = wait_until("the link") { @script.call("get", path).dig("link", "state") == "online" }

  # As another client of the drive sees it.
  def other
    modbus = Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage"))
    yield Wire::Device.new(modbus, Gallop::Objects::Profile.load("haflinger"))
  ensure
    modbus&.close
  end

  def set(values) = other { |device| values.each { |key, raw| device.write(key, raw) } }
  def in_drive = other { |device| %w[sensing.offset_u sensing.offset_v].map { |key| device.read_one(key) } }

  def ended(id)
    wait_until("the end of the test") do
      @script.call("get", "#{path}/runs/#{id}").then { |run| run if run["state"] != "running" }
    end
  end

  it "leaves shaft and values as before, and says that it was interrupted" do
    cut_short = 0
    rounds.times do |n|
      run = @script.call("post", "#{path}/runs", test: "sensor_offset")
      wait_until("what it borrows") { in_drive != [100, 50] } if n.zero?
      sleep @random.rand(0.0..(n.zero? ? 0.5 : 2.6))
      cut_short += 1 if in_drive != [100, 50]
      @server.kill("KILL")
      @server.start
      @script.renew
      online
      wait_until("the values of before") { in_drive == [100, 50] }
      expect(@script.call("get", "#{path}/runs/#{run["id"]}")["state"]).to satisfy { |state|
        %w[interrupted done].include?(state)
      }
      expect(@paddock.shaft_speed("Carriage").abs).to be < 0.01
      expect(@script.call("get", path)["differences"]).to eq([])
      wait_until("the loans") { @script.call("get", path)["run"].nil? }
    end
    expect(cut_short).to be_positive
    expect(ended(@script.call("post", "#{path}/runs", test: "sensor_offset")["id"])["state"]).to eq("done")
    expect(in_drive).to eq([100, 50])
  end

  # Motor data written, as a technician would.
  def commission
    @script.call("put", "#{path}/motor", facts: DriveFactory::FACTS.fetch("Carriage"))
    @script.call("post", "#{path}/motor/accept")
    @script.call("post", "#{path}/batches", keys: @script.call("get", "#{path}/tray")["drafted"].pluck("key"))
  end

  TURNS = [
    { test: "open_turn", eyes: %w[nobody room] },
    { test: "spin", room: 40, eyes: %w[nobody room coupled] }
  ].freeze

  def mode = other { |device| device.read_one("control.mode") }
  def turning? = @paddock.shaft_speed("Carriage").abs > 1

  it "stops a shaft that the test lets turn within a second, and the mode of operation is as before" do
    commission
    before = mode
    tab = "tab-of-a-killed-server-0001"
    (rounds - 1).times do
      technician = Script.new(@server, tab: tab)
      heart = TabHeart.new(@server.port, tab)
      technician.call("post", "#{path}/reins")
      run = technician.call("post", "#{path}/runs", **TURNS.sample(random: @random))
      wait_until("the shaft to turn") { turning? }
      sleep @random.rand(0.0..3.0)
      @server.kill("KILL")
      wait_until("rest", seconds: 1) { !turning? }
      heart.stop
      @server.start
      @script.renew
      online
      wait_until("the mode of before") { mode == before }
      expect(@script.call("get", "#{path}/runs/#{run["id"]}")["state"]).to eq("interrupted")
      wait_until("the loans") { @script.call("get", path)["run"].nil? }
      @script.call("post", "#{path}/faults/reset") # the watchdog's
    end
  end
end
