# frozen_string_literal: true

require "rails_helper"

# Everybody at one drive at once: two tabs of one server, a second row of it, a second server with a database of its
# own, the command line, and another master, while servers are killed at random moments. The shaft never turns without
# a living holder for longer than a second, and never faster than the gait allows that its holder sees: everybody here
# is at a walk.
RSpec.describe "Races for one drive", :real_time do
  rounds = Chance.times(6, 200)
  WALK = 150 * 1.15 # rpm, with the overshoot of a step

  before(:context) do
    PaddockProcess.running { |paddock| @paddock = paddock }
    @servers = Array.new(2) { ServerProcess.new(@paddock).start }
  end

  after(:context) { @servers.each(&:stop) }

  let(:random) { Chance.named("races") }

  # One who wants to move the drive: a tab with its heart, at one server, by one row.
  class Mover
    attr_reader :heart

    def initialize(server, row, tab)
      @server = server
      @row = row
      @tab = tab
      @script = Script.new(server, tab: tab)
    end

    def come = @heart ||= TabHeart.new(@server.port, @tab)
    def go
      @heart&.stop
      @heart = nil
    end

    def try(method, path, body = {}) = @script.attempt(method, "/drives/#{@row}#{path}", body)
    def take_reins = try("post", "/reins", take_over: true)
    def enable = try("post", "/motion/enable")
    def run = try("post", "/motion/set_point", speed: 3000)
    def set = try("put", "/values/limits.motor_speed", value: "3000")
    def undo = try("delete", "/link")
    def reset = try("post", "/faults/reset")
    def link = try("post", "/link")
    def forget_session = @script.renew
  end

  def watch
    seen = []
    ended = false
    eye =
      Thread.new do
        until ended
          shaft = @paddock.shaft_speed("Carriage").abs
          seen << [Process.clock_gettime(Process::CLOCK_MONOTONIC), shaft]
          sleep 0.02
        end
      end
    yield seen
  ensure
    ended = true
    eye.join
  end

  def other_master
    client = Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage"))
    wire = Wire::Device.new(client, Gallop::Objects::Profile.load("haflinger"))
    [
      ["envelope.speed", 1000],
      ["speed.target", 3000],
      ["control.watchdog_window", 0],
      ["control.holder", 99],
      ["control.word", 6],
      ["control.word", 0]
    ].shuffle(random: random)
      .each do |key, raw|
        wire.write(key, raw)
      rescue Wire::Refused
        nil # as it should be, while somebody holds the drive
      end
  rescue Wire::Lost
    nil
  ensure
    client&.close
  end

  # Facts and settings for one server's rows; the second row of the first server has the same address.
  def commission(server)
    script = Script.new(server)
    row = script.call("get", "/projects/1")["drives"].find { |drive| drive["name"] == "Carriage" }["id"]
    script.attempt("post", "/drives/#{row}/link")
    wait_until("the link") { server.get("/drives/#{row}").dig("link", "state") == "online" }
    row
  end

  it "never leave a shaft that turns without a holder, or beyond his gait (#{rounds} rounds)", :aggregate_failures do
    rows = @servers.map { |server| commission(server) }
    copy =
      Script.new(@servers[0]).call(
        "post",
        "/projects/1/drives",
        name: "Copy",
        host: "localhost",
        port: @paddock.port("Carriage")
      )[
        "id"
      ]
    give_motor_data(@servers[0], rows[0])
    movers = [
      Mover.new(@servers[0], rows[0], "race-tab-a-0123456789"),
      Mover.new(@servers[0], rows[0], "race-tab-b-0123456789"),
      Mover.new(@servers[0], copy, "race-tab-c-0123456789"),
      Mover.new(@servers[1], rows[1], "race-tab-d-0123456789")
    ]
    turned = killed = 0
    rounds.times do |round|
      watch do |seen|
        everybody =
          movers.map { |mover| Thread.new(mover, Random.new(random.rand(2**30))) { |one, chance| race(one, chance) } }
        sleep random.rand(0.3..1.5)
        case random.rand(4)
        when 0
          other_master
        when 1
          system(
            Rails.root.join("bin/gallop").to_s,
            "-d",
            "127.0.0.1:#{@paddock.port("Carriage")}",
            "stop",
            out: File::NULL,
            err: File::NULL
          )
        when 2
          (killed += 1) && @servers[0].kill("KILL")
        end
        everybody.each(&:join)
        left = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        movers.each(&:go)
        wait_until("rest, round #{round}", seconds: 5) { seen.last[1] < 2 }
        rest = seen.reverse_each.find { |_, shaft| shaft > 5 }&.first.to_f
        expect(rest - left).to be < 1.0, "round #{round}: turning for #{(rest - left).round(2)} s without a holder"
        expect(seen.map(&:last).max).to be < WALK, "round #{round}: #{seen.map(&:last).max} rpm at walk"
        turned += 1 if seen.any? { |_, shaft| shaft > 50 }
      end
      restore(movers)
    end
    puts "Races: #{turned} of #{rounds} rounds turned the motor, #{killed} ended the server with kill -9"
    expect(turned).to be > 0
  end

  def race(mover, chance)
    mover.come
    deadline = Process.clock_gettime(Process::CLOCK_MONOTONIC) + 2
    while Process.clock_gettime(Process::CLOCK_MONOTONIC) < deadline
      %i[take_reins enable run].each { |step| mover.public_send(step) }
      sleep chance.rand(0.0..0.3)
      mover.public_send(%i[run set reset].sample(random: chance))
    end
  rescue SystemCallError, IOError
    nil # the server was killed
  end

  def restore(movers)
    server = @servers[0]
    unless server.pid
      server.start
      movers.each(&:forget_session)
    end
    movers.each(&:reset)
    movers.each(&:link)
  end

  def give_motor_data(server, row)
    script = Script.new(server)
    script.call("put", "/drives/#{row}/motor", facts: DriveFactory::CARRIAGE)
    script.call("post", "/drives/#{row}/motor/accept")
    script.call(
      "post",
      "/drives/#{row}/batches",
      keys: script.call("get", "/drives/#{row}/tray")["drafted"].pluck("key")
    )
  end
end
