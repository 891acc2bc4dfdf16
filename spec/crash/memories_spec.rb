# frozen_string_literal: true

require "rails_helper"

# Cable and power are cut, server and stand-ins killed, at many moments of a write, a store, a restart and a firmware
# update. Afterwards the memories that
# Gallop shows are those that the stand-in holds, as another Modbus client reads them, and nothing is stuck.
RSpec.describe "The three memories after a cut" do
  before(:context) do
    port = PaddockProcess.free_row
    @place = {
      rig: Rigs.quick(:carriage) { |drives| drives.select! { |drive| drive["name"] == "Carriage" } },
      state: Dir.mktmpdir("paddock"),
      port: port,
      panel_port: port + 1
    }
    @paddocks = [PaddockProcess.new(**@place)]
    @server = ServerProcess.new(paddock).start
    @script = Script.new(@server)
    @script.call("post", "/projects", name: "Crashes")
    project = @script.call("get", "/projects").find { |row| row["name"] == "Crashes" }["id"]
    @drive =
      @script.call(
        "post",
        "/projects/#{project}/drives",
        name: "Carriage",
        host: "127.0.0.1",
        port: paddock.port("Carriage")
      )[
        "id"
      ]
    @script.call("post", "/drives/#{@drive}/link")
    @rounds = [0] # examples get copies of variables, and share this
  end

  after(:context) do
    @server.stop
    paddock.stop
  end

  def paddock = @paddocks.last
  def path = "/drives/#{@drive}"
  def state = @script.call("get", path)

  def settled(seconds: 30)
    wait_until("a settled drive", seconds: seconds) do
      now = state
      now["link"]["state"] == "online" && !now["updating"]
    end
  end

  # Fifty settings that are nobody's business, with other figures each time.
  def draft_fifty
    round = (@rounds[0] += 1)
    keys =
      %w[cells.cell moves.position moves.speed moves.dwell].flat_map { |name| (1..8).map { |n| "#{name}_#{n}" } } +
        (9..16).map { |n| "cells.cell_#{n}" } + (1..8).map { |n| "moves.acceleration_#{n}" } +
        %w[network.node feedback.direction]
    @server.insert_drafts(@drive, keys.to_h { |key| [key, key == "feedback.direction" ? round % 2 : 10 + round] })
    keys
  end

  def write_fifty(and_forget: false)
    keys = draft_fifty
    if and_forget
      @script.call_and_forget("post", "#{path}/batches", keys: keys)
    else
      # what the last example sent and forgot may still be under way
      wait_until("its turn") { @script.attempt("post", "#{path}/batches", { keys: keys }) < 300 }
    end
  end

  def image = Base64.strict_encode64(File.binread(File.join(Rigs.firmware, "haflinger-1.1.0.gpi")))

  # What is begun, and how long it takes at most; the cuts fall into that time.
  OPERATIONS = {
    "write" => [0.6, ->(spec) { spec.write_fifty(and_forget: true) }],
    "store" => [
      0.35,
      ->(spec) do
        spec.write_fifty
        spec.script.call_and_forget("post", "#{spec.path}/store")
      end
    ],
    "restart" => [
      0.5,
      ->(spec) do
        spec.write_fifty
        spec.script.call_and_forget("post", "#{spec.path}/restart")
      end
    ],
    "firmware update" => [
      2.0,
      ->(spec) do
        spec.write_fifty
        spec.script.call_and_forget("post", "#{spec.path}/firmware", name: "haflinger-1.1.0.gpi", content: spec.image)
      end
    ]
  }.freeze

  CUTS = {
    "cable cut" => ->(spec) { spec.throw_switch(:cable) },
    "power cycle" => ->(spec) { spec.throw_switch(:mains) },
    "kill -9 of the stand-ins" => ->(spec) { spec.restart_paddock },
    "kill -9 of the server" =>
      lambda do |spec|
        spec.server.kill("KILL")
        spec.server.start
        spec.script.renew
      end
  }.freeze

  attr_reader :script, :server

  def throw_switch(name)
    paddock.set("Carriage", name => false)
    wait_until("silence") do
      name == :mains ? paddock.see("Carriage")["state"] == "off" : !paddock.see("Carriage")["cable"]
    end
    paddock.set("Carriage", name => true)
  end

  # All stand-ins die at once, and come up with what their memories hold.
  def restart_paddock
    paddock.stop("KILL")
    @paddocks << PaddockProcess.new(**@place)
  end

  # A drive that was left in its loader is brought back by the same file once more; a batch that was cut is taken back
  # or carried on.
  def put_in_order
    wait_until("an answer", seconds: 40) { %w[online loader].include?(state["link"]["state"]) && !state["updating"] }
    if state["link"]["state"] == "loader"
      @script.call("post", "#{path}/firmware/repeat")
      settled(seconds: 40)
    end
    batch = nil # none, where the cut came before the first was prepared
    wait_until("the end of the batch") do
      (batch = @script.call("get", "#{path}/batches").first)&.fetch("state") != "running"
    end
    return unless batch && batch["state"] == "interrupted"
    # The cut may be noticed only now.
    wait_until("the batch resumed", seconds: 40) do
      @script.attempt("post", "#{path}/batches/#{batch["id"]}/resume") < 300
    end
  end

  def held_by_the_drive
    client = Wire::Modbus.open("127.0.0.1", paddock.port("Carriage"))
    wire = Wire::Device.new(client, Wire::Identity.read(client).profile)
    [wire.profile, wire.read(wire.profile.settings), wire.read_stored]
  ensure
    client&.close
  end

  def shown = @script.call("get", "#{path}/values").index_by { |holding| holding["key"] }

  def differences_between_shown_and_held
    profile, live, stored = held_by_the_drive
    holdings = shown
    profile.settings.flat_map do |entry|
      seen = holdings.fetch(entry.key)
      [
        (
          unless seen["live"] == entry.show(live[entry.key])
            [entry.key, :live, seen["live"], entry.show(live[entry.key])]
          end
        ),
        (
          unless seen["stored"] == entry.show(stored[entry.key])
            [entry.key, :stored, seen["stored"], entry.show(stored[entry.key])]
          end
        )
      ].compact
    end
  end

  OPERATIONS.each do |operation, (time, begin_it)|
    CUTS.each do |what, cut|
      Chance
        .pick([0.05, 0.35, 0.8], "#{operation} #{what}")
        .each do |share|
          it "are those of the drive after a #{what} at #{(share * 100).round} % of a #{operation}" do
            settled
            begin_it.call(self)
            sleep(time * share) # the moment is what is varied here
            cut.call(self)
            put_in_order
            settled
            wait_until("the same figures on both sides") { differences_between_shown_and_held.empty? }
            expect(@script.call("get", "#{path}/batches").pluck("state")).not_to include("running")
          end
        end
    end
  end
end
