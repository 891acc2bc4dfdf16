# frozen_string_literal: true

require "net/http"
require_relative "waiting"

# A real paddock in a process of its own, on free ports.
class PaddockProcess
  include Waiting

  QUICK_RIG = Rails.root.join("spec/fixtures/rigs/quick.yml").to_s

  attr_reader :ports, :panel_port, :pid

  # @return [Integer] how often stand-ins were asked for
  def self.uses = @uses || 0
  def self.used = @uses = uses + 1

  # One process serves all examples that want the same rack, one after the other: each finds it as it came from the
  # works.
  # @param rig [String] @param row [Boolean] whether the drives answer at neighbouring ports @param speed [Numeric]
  def self.running(rig: QUICK_RIG, row: false, speed: 1)
    used
    wanted = { rig: rig, port: (row ? free_row : 0), speed: speed, resettable: true }
    kind = [rig, row, speed]
    if @kind == kind && @usual&.alive?
      @usual.reset
    else
      @usual&.stop
      @usual = new(**wanted)
      @kind = kind
    end
    @usual.await_boot
    yield @usual
  end

  # @return [Integer] the first of several neighbouring free ports
  def self.free_row(count = 8)
    100.times do
      base = rand(20_000..30_000)
      (base...base + count).map { |port| TCPServer.new("127.0.0.1", port) }.each(&:close)
      return base
    rescue Errno::EADDRINUSE
      next
    end
    raise "no #{count} neighbouring ports are free"
  end

  def initialize(rig: QUICK_RIG, state: nil, speed: 1, port: 0, panel_port: 0, resettable: false)
    self.class.used
    command = [
      Rails.root.join("bin/paddock").to_s,
      "--rig",
      rig,
      "--port",
      port.to_s,
      "--panel-port",
      panel_port.to_s,
      "--speed",
      speed.to_s
    ]
    command += ["--state", state] if state
    command << "--resettable" if resettable
    @output, writer = IO.pipe
    @pid = Process.spawn(*command, out: writer, pgroup: true)
    writer.close
    @ports = {}
    at_exit { stop("KILL") if alive? }
    read_announcement
  end

  def reset = panel(Net::HTTP::Post.new("/reset"))

  # A drive that boots answers nobody; on a busy machine that may last longer than a search waits for an answer.
  def await_boot
    wait_until("the boot of all drives", seconds: 30) do
      panel(Net::HTTP::Get.new("/drives")).none? { |drive| %w[off booting].include?(drive["state"]) }
    end
  end

  def port(name) = ports.fetch(name)
  def panel_url = "http://127.0.0.1:#{panel_port}"
  def see(name) = panel(Net::HTTP::Get.new("/drives")).find { |drive| drive["name"] == name }
  def shaft_speed(name) = see(name)["shaft_speed"]

  # @return [Float] s until the shaft rests, in the stand-in's time: the wall's, unless the machine is too busy to
  # simulate at its pace
  def seconds_to_rest(name)
    began = see(name)["simulated_time"]
    wait_until("rest of #{name}") { (seen = see(name))["shaft_speed"].abs < 1 && seen["simulated_time"] - began }
  end

  # Waits until so much of the stand-in's own time has passed: a busy machine may not keep up.
  def let_pass(name, seconds)
    until_then = see(name)["simulated_time"] + seconds
    wait_until("#{seconds} s of #{name}") { see(name)["simulated_time"] >= until_then }
  end

  def set(name, **changes)
    request = Net::HTTP::Post.new("/drives/#{ERB::Util.url_encode(name)}", "content-type" => "application/json")
    request.body = JSON.generate(changes)
    panel(request)
  end

  def alive?
    Process.kill(0, pid)
    true
  rescue Errno::ESRCH
    false
  end

  def stop(signal = "TERM")
    Process.kill(signal, pid)
    Process.wait(pid)
    @output.close
  rescue Errno::ESRCH, Errno::ECHILD
    nil
  end

  private

  def read_announcement
    while (line = @output.gets)
      case line
      when /\Adrive (\d+) (.+)/
        @ports[$2.strip] = $1.to_i
      when /\Apanel (\d+)/
        @panel_port = $1.to_i
      when /\Apaddock ready/
        return
      end
    end
    raise "the paddock did not start"
  end

  def panel(request)
    JSON.parse(Net::HTTP.start("127.0.0.1", panel_port) { |http| http.request(request) }.body)
  end
end
