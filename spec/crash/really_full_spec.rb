# frozen_string_literal: true

require "rails_helper"

# A server whose disk fills up at some moment of what a technician does, is killed on it or not, and gets room again:
# what was acknowledged is there, what was refused is not, nothing is stuck.
RSpec.describe "A disk that is really full", if: SmallDisk.possible? do
  rounds = Chance.times(1, 20)

  around do |example|
    SmallDisk.mounted do |disk|
      @disk = disk
      PaddockProcess.running do |paddock|
        @paddock = paddock
        @server = ServerProcess.new(paddock, directory: disk.directory).start
        example.run
        @server.kill("TERM") if @server.pid
      end
    end
  end

  let(:random) { Chance.named("full disk") }
  let(:script) { Script.new(@server, tab: ApiCalls::TAB) }
  let(:kept) { {} } # what was acknowledged last, by path and name
  let(:statuses) { Hash.new(0) }

  def id = @id ||= @server.get("/projects/1")["drives"].find { |drive| drive["name"] == "Carriage" }["id"]
  def path = "/drives/#{id}"
  def online = wait_until("the link", seconds: 30) { @server.get(path).dig("link", "state") == "online" }

  # One thing after the other, each with a figure of its own.
  def work(figure)
    keep(:put, "#{path}/motor", { facts: { top_speed: figure.to_s } }, :fact, figure)
    keep(:post, "#{path}/snapshots", { name: "s#{figure}", note: "x" * 500 }, :snapshot, "s#{figure}")
    keep(:put, "#{path}/values/ramps.acceleration", { value: figure.to_s }, :draft, figure)
    attempt(:post, "#{path}/batches", { keys: ["ramps.acceleration"] })
    attempt(:post, "#{path}/imports", { name: "x.csv", content: Base64.strict_encode64("x" * 200_000) })
    attempt(:post, "#{path}/store")
  end

  def attempt(verb, at, body = {}) = script.attempt(verb.to_s, at, body).tap { |status| statuses[status] += 1 }

  def keep(verb, at, body, what, figure)
    kept[what] = figure if attempt(verb, at, body) < 300
  end

  def fact = @server.get("#{path}/motor")["fields"].find { |field| field["key"] == "top_speed" }["text"]
  def snapshots = @server.get("#{path}/snapshots").pluck("name")

  it "loses nothing that was acknowledged and leaves nothing stuck (#{rounds} times)", :aggregate_failures do
    attempt(:post, "#{path}/link")
    online
    rounds.times do |round|
      worker = Thread.new { work(1000 + round) }
      sleep random.rand(0.0..0.4)
      @disk.fill(leave: random.rand(0..3) * 8192)
      worker.join
      work(2000 + round)
      expect(script.attempt("post", "/stop")).to eq(200) # whatever the disk does
      restart if random.rand(2).zero?
      @disk.make_room
      restart unless @server.pid
      everything_goes_on(3000 + round)
    end
    puts "Full disks: #{rounds} rounds, answers #{statuses.sort.to_h}"
    expect(statuses.keys - [200, 201, 204, 409, 422, 507]).to eq([])
  end

  def restart
    @server.kill("KILL")
    @server.start
    script.renew
  end

  def everything_goes_on(figure)
    online
    nothing_lost
    batch = @server.get("#{path}/batches").first
    script.call("post", "#{path}/batches/#{batch["id"]}/resume") if batch && batch["state"] == "interrupted"
    work(figure)
    expect(kept).to eq(fact: figure, snapshot: "s#{figure}", draft: figure)
    expect(held("ramps.acceleration")).to eq(figure)
    expect(@server.get("#{path}/batches").pluck("state")).not_to include("running")
  end

  # What was refused every time since the first is not asked for: a disk may be full before anything was acknowledged.
  def nothing_lost
    expect(fact).to eq(kept[:fact].to_s) if kept.key?(:fact)
    expect(snapshots).to include(kept[:snapshot]) if kept.key?(:snapshot)
  end

  def held(key)
    client = Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage"))
    wire = Wire::Device.new(client, Gallop::Objects::Profile.load("haflinger"))
    wire.profile.fetch(key).figure(wire.read_one(key))
  ensure
    client&.close
  end
end
