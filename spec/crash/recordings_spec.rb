# frozen_string_literal: true

require "rails_helper"

# A trace memory that is armed, or being fetched, when the server is killed, the cable pulled or the power cut: the
# trace is complete in the end, or there is none.
RSpec.describe "A recording after kill -9" do
  around do |example|
    PaddockProcess.running do |paddock|
      ServerProcess.running(@paddock = paddock) do |server|
        @server = server
        example.run
      end
    end
  end

  before do
    @random = Chance.named("recordings cut short")
    @script = Script.new(@server)
    @project = @script.call("get", "/projects").first["id"]
    drives = @script.call("get", "/projects/#{@project}")["drives"]
    @drive = drives.find { |drive| drive["name"] == "Carriage" }["id"]
    @script.call("post", "#{path}/link")
    online
  end

  let(:rounds) { ENV["GALLOP_LONG"] ? 15 : 3 }

  def path = "/drives/#{@drive}"
  def online = wait_until("the link", seconds: 20) { @script.call("get", path).dig("link", "state") == "online" }
  def recording = @script.call("get", "#{path}/recorder")["recording"]
  def traces = @script.call("get", "/projects/#{@project}/traces")

  def arm
    keys = @script.call("get", "#{path}/recorder")["signals"].first(8).pluck("key")
    @script.call(
      "post",
      "#{path}/recorder/arm",
      signals: keys,
      divider: 1,
      length: 8192,
      pre: 0,
      triggers: [{ kind: "fault" }]
    )
    wait_until("waiting") { recording["phase"] == "waiting" }
  end

  def complete?(trace) = Net::HTTP.get(URI("#{@server.url}/api/traces/#{trace["id"]}/samples")).bytesize == 9 * 8192 * 8

  def again
    @server.kill("KILL")
    @server.start
    @script.renew
    online
  end

  it "waits on, and is fetched whole whenever the server was killed" do
    rounds.times do |round|
      arm
      again if round.zero? # armed
      wait_until("the watch") { recording["phase"] == "waiting" }
      @script.call("post", "#{path}/recorder/fire")
      sleep @random.rand(0.3..1.3) # recording, fetching, keeping
      again
      wait_until("the end", seconds: 20) { recording["state"] == "done" }
      expect(traces.size).to eq(round + 1)
      expect(complete?(traces.first)).to be(true)
    end
  end

  it "is whole or not at all after a pulled cable and a power cut" do
    rounds.times do |round|
      before = traces.size
      arm
      @script.call("post", "#{path}/recorder/fire")
      sleep @random.rand(0.3..1.3)
      what = %i[cable mains][round % 2]
      @paddock.set("Carriage", what => false)
      wait_until("the loss") { @script.call("get", path).dig("link", "state") != "online" }
      @paddock.set("Carriage", what => true)
      wait_until("the end", seconds: 30) { %w[done failed].include?(recording["state"]) }
      online
      expect(traces.size - before).to eq(recording["state"] == "done" ? 1 : 0)
      expect(traces).to all(satisfy { |trace| complete?(trace) })
    end
  end
end
