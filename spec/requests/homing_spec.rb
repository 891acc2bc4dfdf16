# frozen_string_literal: true

require "rails_helper"

# The home point of an axis in its machine: what is shown of it, and the search that proves it.
RSpec.describe "Finding the home point", :paddock, type: :request, rig: Rigs.with_ends do
  let(:drive) { commissioned(@paddock) }
  let(:path) { "/drives/#{drive.id}" }

  EYES = %w[nobody switches stops].freeze

  def hold(**values) = values.each { |key, figure| drive.connection.put(key.to_s, entry(key).raw(figure)) }
  def entry(key) = drive.profile.fetch(key.to_s)
  def live(key) = drive.connection.ask { |wire| wire.read_one(key) }
  def homing = api(:get, "#{path}/homing")
  def needs = api(:get, "#{path}/tests").find { |test| test["id"] == "reference_run" }["needs"]
  def need = needs.find { |one| one["id"] == "homing" }
  def begin_search(eyes: EYES) = api(:post, "#{path}/runs", { test: "reference_run", eyes: eyes })
  def view(run) = api(:get, "#{path}/runs/#{run["id"]}")
  def ended(run) = wait_until("the end", seconds: 60) { Run.find(run["id"]).standing != "running" }
  def turns? = drive.connection.samples.last["speed.actual"].abs > 20
  def rests = wait_until("rest", seconds: 2) { drive.connection.samples.last["speed.actual"].abs < 2 }

  # As the demo's slide is wired, with the high edge of the home switch, 10 turns from the middle, for a home point.
  def wired
    hold(
      "terminals.input_4_function": 14,
      "terminals.input_5_function": 12,
      "terminals.input_6_function": 13,
      "terminals.input_5_polarity": 1,
      "terminals.input_6_polarity": 1,
      "homing.method": 21,
      "homing.search_speed": 600,
      "homing.index_speed": 60,
      "homing.acceleration": 20_000,
      "homing.offset": -1_250_000
    )
    @paddock.set(drive.name, ends: true)
    @paddock.let_pass(drive.name, 0.1)
  end

  def ready
    drive.connection.motion.take(ApiCalls::TAB, "Robin")
    drive.update!(gait: "gallop")
    with_signs_of_life(drive.connection) { yield }
  end

  it "is shown with the way that the draft takes, and what stands against it" do
    expect(homing).to include("sentence" => "37: Where it stands.", "routes" => [], "findings" => [])
    api(:patch, "#{path}/values/homing.method", { value: "24" })
    expect(homing["sentence"]).to match(/\A24: Home switch, low edge, onto it forward \(searches forward/)
    expect(homing["routes"].map { |route| route["legs"].size }).to eq([3, 4, 2])
    expect(homing["findings"].map { |finding| finding["id"] }).to eq(%w[switch_lacking limit_lacking])
    expect(homing["switches"].map { |one| one["input"] }).to all(be_nil)
    expect(need["met"]).to be(true) # by what the drive has
    api(:patch, "#{path}/values/homing.method", { value: "15" })
    expect([response.status, message]).to match([422, /15/])
    other = commissioned(@paddock, "Web feed")
    api(:get, "/drives/#{other.id}/homing")
    expect(response.status).to eq(404)
  end

  it "is found twice, alike, and counted from" do
    wired
    ready do
      begin_search(eyes: %w[nobody])
      expect([response.status, message]).to match([409, /switches were seen/])
      run = begin_search
      expect(response.status).to eq(201), run.inspect
      ended(run)
      expect(view(run)).to include("state" => "done"), view(run).inspect
      expect(view(run)["proof"]["headline"]).to match(/\AFound twice/)
      rows = view(run)["proof"]["rows"].to_h { |row| row.values_at("label", "text") }
      expect(rows["Method"]).to match(/\A21: Home switch, high edge, off it forward/)
      expect(live("homing.state")).to eq(2)
      expect(live("position.actual")).to be_within(4000).of(-1_250_000)
      expect(api(:get, path)["stages"].find { |stage| stage["id"] == "motion" }).to include("state" => "proven")
      hold("homing.index_speed": 61)
      expect(api(:get, path)["stages"].find { |stage| stage["id"] == "motion" }).to include("state" => "stale")
    end
  end

  it "does not set out without what the method needs, and says in which way it was not found" do
    wired
    hold("terminals.input_4_function": 0)
    expect(need).to include("met" => false, "state" => a_string_matching(/home switch, and no input has it/))
    ready do
      begin_search
      expect([response.status, message]).to match([409, /home switch/])
      hold("terminals.input_4_function": 14, "homing.method": 19) # forward, where there is no home switch
      run = begin_search
      ended(run)
      expect(view(run)).to include(
        "state" => "undecided",
        "message" => a_string_matching(/limit switch was in its way/)
      )
      expect([drive.connection.motion.holding?, live("control.mode")]).to eq([false, 3])
    end
  end

  it "ends at STOP, with the tab, and at its own end, and never moves by a command of another kind" do
    wired
    hold("homing.search_speed": 120)
    ready do
      run = begin_search
      wait_until("the search", seconds: 10) { turns? }
      api(:post, "#{path}/motion/move", { position: 0 })
      expect([response.status, message]).to match([409, /enabled for homing/])
      api(:post, "/stop")
      rests
      ended(run)
      expect(view(run)["state"]).not_to eq("done")
      expect(live("homing.state")).to eq(6)
    end
    drive.connection.motion.take(ApiCalls::TAB, "Robin")
    run = nil
    with_signs_of_life(drive.connection) do
      run = begin_search
      wait_until("the search", seconds: 10) { turns? }
    end
    rests
    ended(run)
    expect(drive.connection.motion.holding?).to be(false)
  end
end
