# frozen_string_literal: true

require "rails_helper"

# Two drives of one vehicle, set up as a team in one act. Whoever enables the first moves both, says so, and holds both.
RSpec.describe "Drives that go together", :lasting, type: :request do
  around do |example|
    PaddockProcess.running(rig: Rails.root.join("paddock/rigs/rollcar.yml").to_s) do |paddock|
      @paddock = paddock
      example.run
    end
  end

  let(:left) { commissioned(@paddock, "Roll car left") }
  let(:right) { commissioned(@paddock, "Roll car right") }

  def path(drive) = "/drives/#{drive.id}"
  def speeds = [left, right].map { |drive| @paddock.shaft_speed(drive.name) }

  def write(drive)
    keys = drive.drafts.reload.pluck(:key)
    hazards = keys & %w[network.command_source team.place terminals.input_1_function]
    expect(api(:post, "#{path(drive)}/batches", { keys: keys, hazards: hazards })).to include("state" => "done")
  end

  before do
    left
    api(:post, "#{path(right)}/twin", { of: left.id, confirm: true, follow: true })
    [left, right].each { |drive| write(drive) }
    wait_until("the team") { left.connection.samples.last.inhibits.zero? }
    api(:post, "#{path(left)}/reins", {})
  end

  def with_the_first
    with_signs_of_life(left.connection) do
      api(:post, "#{path(left)}/motion/enable", { team: true })
      expect([response.status, response.body[0, 300]]).to match([200, anything])
      api(:post, "#{path(left)}/motion/set_point", { speed: 2000 })
      wait_until("walk") { speeds.all? { |speed| (speed - 120).abs < 15 } }
      yield
    end
  end

  it "takes a yes of its own, holds all to the gait of the first, and stops all with the signs of life" do
    with_signs_of_life(left.connection) do
      right.update!(first_enabled_at: nil)
      api(:post, "#{path(left)}/motion/enable", { team: true })
      expect([response.status, message]).to match([409, /Roll car right/])
      right.update!(first_enabled_at: Time.current)
      api(:post, "#{path(left)}/motion/enable", {})
      expect([response.status, message]).to match([409, /the others start and turn with it.*explicit yes \(team\)/])
    end
    with_the_first do
      expect(LogbookEntry.pluck(:detail)).to include("for speed, at walk, with its team")
      api(:post, "#{path(right)}/motion/enable", {})
      expect(response.status).to eq(403)
      sleep 0.5
      expect(speeds).to all(be_within(15).of(120))
    end
    wait_until("rest") { speeds.all? { |speed| speed.abs < 1 } }
  end

  it "stops all where STOP is pressed, where the line is cut, and begins no more before it is whole" do
    with_the_first { api(:post, "/stop") }
    wait_until("rest") { speeds.all? { |speed| speed.abs < 1 } }
    wait_until("the end") { !left.connection.motion.holding? }
    expect([left, right].map { |drive| drive.connection.samples.last.fault_code }).to eq([0, 0])
    with_the_first do
      @paddock.set(right.name, team_line: false)
      wait_until("the faults") { [left, right].all? { |drive| drive.connection.samples.last.fault_code == 0xFF44 } }
      wait_until("rest") { speeds.all? { |speed| speed.abs < 1 } }
    end
    need = api(:get, "#{path(left)}/verify")["needs"].find { |one| one["id"] == "team" }
    expect(need).to include("met" => false, "state" => /not heard/)
  end

  it "does not take the others along into a test" do
    api(:put, "#{path(left)}/values/terminals.input_1_function", { value: "Start forward" })
    write(left)
    run = api(:post, "#{path(left)}/runs", { test: "wire_round" })
    wait_until("the loan") { left.connection.live["team.place"].zero? }
    wait_until("the first gone") { left.connection.samples.last["team.heard"].zero? }
    api(:post, "#{path(left)}/runs/#{run["id"]}/answer", { input: 0 })
    wait_until("the end") { api(:get, "#{path(left)}/runs/#{run["id"]}")["state"] != "running" }
    wait_until("all back") { left.connection.live["team.place"] == 1 }
  end
end
