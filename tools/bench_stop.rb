# frozen_string_literal: true

require "ferrum"
require_relative "../spec/support/waiting"
require "rspec/core"
%w[paddock_process server_process drive_factory script tab_heart polite_enemy api_calls machine_stalls].each do |name|
  require_relative "../spec/support/#{name}"
end

# bin/bench stop: how long STOP takes while a link is busy and its drive is slow, and what a loaded server does to a
# motor that turns.
class BenchStop
  include Waiting
  include DriveFactory
  include ApiCalls

  FACTS = YAML.safe_load_file(Rails.root.join("spec/fixtures/saltgrass_facts.yml")).fetch("Carriage").freeze
  DELAYS = [0.0, 0.02, 0.05, 0.1].freeze # s until the drive answers
  ROUNDS = 20
  TAB = ApiCalls::TAB
  KEYS =
    %w[cells.cell moves.position moves.speed moves.dwell].flat_map { |name| (1..8).map { |n| "#{name}_#{n}" } }.freeze
  WORK = {
    "nothing" => ->(_) {},
    "reading all" => ->(drive) { drive.connection.reread },
    "storing" => ->(drive) { drive.store },
    "writing 32" =>
      lambda do |drive|
        KEYS.each { |key| drive.draft(key, rand(10..99)) }
        WriteBatch.prepare(drive, KEYS).run
      end
  }.freeze

  # STOP from 3000 rpm, in this process, against one stand-in behind somebody who answers late.
  def stops
    puts format(
           "%-8s %-12s %22s %14s %10s",
           "answers",
           "meanwhile",
           "exchanges before STOP",
           "to Controlword",
           "to rest"
         )
    PaddockProcess.running do |paddock|
      PoliteEnemy.before(paddock.port("Carriage")) do |enemy|
        @paddock, @enemy = paddock, enemy
        @drive = commissioned(paddock, through: enemy.port)
        DELAYS.each { |delay| WORK.each { |name, work| stop_once(delay, name, work) } }
        DELAYS.each { |delay| stop_an_enabling(delay) }
        @drive.project.destroy!
      end
    end
  ensure
    Link::Registry.close_all
    Project.destroy_all
  end

  # A real server with the demo rack, five pages, files of 2 MB, a search and a bulk reading, while the carriage turns.
  def load
    rig = Rails.root.join("paddock/rigs/saltgrass.yml").to_s
    PaddockProcess.running(rig: rig, row: true) do |paddock|
      @paddock = paddock
      ServerProcess.running(paddock, by_itself: true) { |server| measure(server) }
    end
  end

  private

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def ms(time) = format("%.0f ms", time * 1000)

  def stop_once(delay, name, work)
    turning do
      @enemy.manner = PoliteEnemy.slow(delay)
      worker = Thread.new { Rails.application.executor.wrap { Current.set(tab: TAB) { work.call(@drive) } } }
      worker.report_on_exception = false
      asked = @enemy.seen.size
      wait_until("work on the wire") { @enemy.seen.size > asked + 3 }
      row(delay, name)
      begin
        worker.join
      rescue StandardError => e
        puts "         (#{name} ended with: #{e.message})"
      end
      @enemy.behave
    end
  end

  def stop_an_enabling(delay)
    @enemy.manner = PoliteEnemy.slow(delay)
    motion = @drive.connection.motion
    with_signs_of_life(@drive.connection) do
      motion.take(TAB, "Bench")
      enabling = Thread.new { motion.enable(TAB, gait: Gallop::Gait.fetch("gallop"), needs: []) }
      enabling.report_on_exception = false
      wait_until("the first step") { motion.holding? }
      row(delay, "enabling")
      begin
        enabling.join
      rescue StandardError
        nil
      end # rubocop:disable Style/RescueModifier -- it is stopped, which is the point
    end
    @enemy.behave
  end

  def row(delay, name)
    began = now
    @drive.connection.motion.stop
    answered = now - began
    after = @enemy.seen.select { |at, _| at > began }
    word = after.index { |_, pdu| pdu.unpack("Cn") == [16, 640] && pdu.getbyte(-1) == 2 }
    at = word && after[word].first - began
    wait_until("rest") { @paddock.shaft_speed("Carriage").abs < 1 }
    puts format("%-8s %-12s %22s %14s %10s", ms(delay), name, word || "?", at ? ms(at) : "?", ms(now - began))
    puts "         (answered after #{ms(answered)})" if answered > 1
  end

  def turning
    motion = @drive.connection.motion
    with_signs_of_life(@drive.connection) do
      motion.take(TAB, "Bench")
      wait_until("idle") { !motion.holding? }
      motion.enable(TAB, gait: Gallop::Gait.fetch("gallop"), needs: [])
      motion.set_point(TAB, 3000)
      wait_until("full speed") { @paddock.shaft_speed("Carriage") > 2900 }
      yield
    end
    wait_until("disarmed") { !motion.holding? }
  end

  def measure(server)
    @server = server
    @script = Script.new(server, tab: TAB)
    ids = server.get("/projects/1")["drives"].pluck("id")
    ids.each { |id| @script.attempt("post", "/drives/#{id}/link") }
    wait_until("all online", seconds: 20) do
      ids.all? { |id| server.get("/drives/#{id}").dig("link", "state") == "online" }
    end
    commission_over_api(ids.first)
    pages = open_pages(ids)
    before = memory
    @server.get("/drives/#{ids.last}/imports") # as the page does on which files are handed in
    sleep 3 # the pages draw themselves
    rounds(ids)
    pages.each(&:quit)
    sleep 8
    puts format("%-46s %14s  %s", "memory of the server", "#{before} → #{memory} MB", "before, and 8 s after")
  end

  def commission_over_api(id)
    FACTS.each do |stage, given|
      @script.call("put", "/drives/#{id}/#{stage}", facts: given)
      @script.attempt("post", "/drives/#{id}/#{stage}/accept") # some propose nothing
    end
    @script.call(
      "post",
      "/drives/#{id}/batches",
      keys: @script.call("get", "/drives/#{id}/tray")["drafted"].pluck("key")
    )
    @script.call("post", "/drives/#{id}/store")
    @script.call("post", "/drives/#{id}/restart")
  end

  def open_pages(ids)
    browser =
      Ferrum::Browser.new(
        browser_path: ENV.fetch("CHROMIUM", "/usr/bin/chromium"),
        timeout: 30,
        process_timeout: 30,
        browser_options: {
          "no-sandbox" => nil,
          "disable-gpu" => nil,
          "disable-quic" => nil,
          "disable-background-networking" => nil
        }
      )
    %w[verify motor values compare connect].each do |page|
      browser.create_page.go_to("#{@server.url}/projects/1/drives/#{ids.first}/#{page}")
    end
    [browser]
  end

  # What one round saw. @!attribute stall [String, nil] what kept the machine itself from running
  Round = Struct.new(:rate, :fell, :stop, :stall)

  def rounds(ids)
    MachineStalls.watch
    tell_load(Array.new(ROUNDS) { TabHeart.new(@server.port, TAB).then { |heart| round(ids).tap { heart.stop } } })
  end

  def round(ids)
    wait_until("disarmed") { !@server.get("/drives/#{ids.first}")["armed"] }
    set_off(ids.first)
    mark = MachineStalls.mark
    workers = heavy(ids)
    began = now
    refreshes = token
    sleep 3
    rate = (token - refreshes) / (now - began)
    fell = @paddock.shaft_speed("Carriage") < 2500
    asked = now
    @script.call("post", "/stop")
    Round.new(rate, fell, now - asked, MachineStalls.since(mark))
  ensure
    workers&.each(&:kill)&.each(&:join)
  end

  def set_off(id)
    @script.call("post", "/drives/#{id}/reins", take_over: true)
    @script.attempt("post", "/drives/#{id}/faults/reset")
    @script.call("post", "/drives/#{id}/motion/enable")
    @script.call("put", "/drives/#{id}/gait", gait: "gallop", confirm: true)
    @script.call("post", "/drives/#{id}/motion/set_point", speed: 3000)
  end

  def token
    client = Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage"))
    Wire::Device.new(client, Gallop::Objects::Profile.load("haflinger")).read_one("statistics.refreshes")
  ensure
    client&.close
  end

  def heavy(ids)
    files = {
      "a.dcf" => "[6083]\r\nParameterName=x\r\nDataType=0x7\r\nAccessType=rw\r\nParameterValue=1\r\n" * 24_000,
      "a.csv" => "key,value\n#{"no.such.key.of.any.device,1234567890123456789012345678901234567890\n" * 30_000}",
      "a.json" => JSON.generate(format: "gallop-settings", settings: [{ key: "ramps.acceleration", raw: 1 }] * 40_000),
      "b.dcf" => "x\n" * 990_000
    }
    work =
      files.map do |name, content|
        -> do
          @script.attempt(
            "post",
            "/drives/#{ids.last}/imports",
            name: name,
            content: Base64.strict_encode64(content.byteslice(0, 2_000_000))
          )
        end
      end
    work << -> do
      @script.attempt("delete", "/drives/#{ids[1]}/link") && @script.attempt("post", "/drives/#{ids[1]}/link") &&
        sleep(0.5)
    end
    work << -> do
      @script.attempt(
        "post",
        "/discovery",
        places: "127.0.0.1:#{@paddock.ports.values.min}-#{@paddock.ports.values.min + 9}"
      ) && sleep(0.5)
    end
    work.map { |one| Thread.new(&one) }
  end

  # Rounds in which the machine itself stood still say nothing of the server; they are listed.
  def tell_load(rounds)
    stood, ran = rounds.partition(&:stall)
    rates = ran.map(&:rate).sort
    stops = ran.map(&:stop).sort
    puts format(
           "%-46s %14s  %s",
           "polls of the turning drive",
           format("%.1f Hz", rates.first),
           "slowest of #{ran.size} rounds of 3 s, median #{rates[ran.size / 2].round(1)}: 2 MB files of four " \
             "kinds, re-reading, a search, five pages"
         )
    puts format("%-46s %14s  %s", "motors that stopped without need", ran.count(&:fell).to_s, "of #{ran.size}")
    puts format(
           "%-46s %14s  %s",
           "STOP, request to answer",
           ms(stops[ran.size / 2]),
           "median; longest #{ms(stops.last)}"
         )
    stood.each do |round|
      puts format(
             "%-46s %14s  %s",
             "",
             format("%.1f Hz", round.rate),
             "STOP #{ms(round.stop)}, while the machine stood still: #{round.stall}"
           )
    end
  end

  def memory = File.read("/proc/#{@server.pid}/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024
end
