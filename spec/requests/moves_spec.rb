# frozen_string_literal: true

require "rails_helper"

# Moves to a place, as tests of the stage Tune: how far the motor is behind its path, and how its load swings then.
RSpec.describe "Moves that are proven", :paddock, :real_time, type: :request, rig: Rigs.soft_belt do
  let(:drive) { commissioned(@paddock) }

  # As Frequency response and Turn by the loops would have kept it.
  def measured
    {
      "response" => response_figures,
      "spin" => {
        inertia: 2.1e-4,
        coulomb: 0.004,
        viscous: 1.5e-4,
        load: 0.0
      }
    }.each do |kind, figures|
      Proof.keep(
        drive,
        kind: kind,
        verdict: "proven",
        result: {
          headline: "Found.",
          figures: figures
        },
        values: [],
        facts: {
        }
      )
    end
  end

  def response_figures = { inertia: 2.1e-4, resonance: 23.3, antiresonance: 13.45, damping: 0.03 }

  def gentle
    drive.connection.motion.take(ApiCalls::TAB, "Robin")
    drive.update!(gait: "canter")
    { "ramps.acceleration" => 4000, "ramps.deceleration" => 4000, "ramps.profile_speed" => 4000 }.each do |key, raw|
      drive.connection.put(key, raw)
    end
  end

  def place = drive.connection.ask { |wire| wire.read_one("position.actual") }

  def begin_test(name, **room)
    api(:post, "/drives/#{drive.id}/runs", { test: name, eyes: %w[nobody room coupled], room: 3, **room })
  end

  def run_test(name, **room)
    with_signs_of_life(drive.connection) do
      begun = begin_test(name, **room)
      expect(response.status).to eq(201), begun.inspect
      wait_until("the end of #{name}", seconds: 60) { Run.find(begun["id"]).standing != "running" }
      api(:get, "/drives/#{drive.id}/runs/#{begun["id"]}")
    end
  end

  it "stay behind their path by what was rehearsed, and are tries of the position loop" do
    measured
    gentle
    ended = run_test("position_move")
    expect(ended).to include("state" => "done"), ended.inspect
    expect(ended["proof"]["chart"]["curves"].pluck("name")).to eq(%w[measured rehearsed])
    view = api(:get, "/drives/#{drive.id}/tuning?loop=position")
    expect(view["charts"].pluck("id")).to include("move")
    expect(view["tries"]).to match([include("best" => true, "live" => true, "agreement" => be < 0.15)])
  end

  it "are made quiet, with what was lent given back, and what was found proposed" do
    measured
    gentle
    before = drive.connection.ask { |wire| wire.read_one("ramps.swing_frequency") }
    ended = run_test("quiet_moves")
    expect(ended).to include("state" => "done"), ended.inspect
    expect(ended["proof"]["headline"]).to match(/taken out/)
    found = ended["proof"]["estimates"].to_h { |one| [one["key"], one["found"].to_f] }
    expect(found["ramps.swing_frequency"]).to be_between(4, 20)
    expect(drive.connection.ask { |wire| wire.read_one("ramps.swing_frequency") }).to eq(before)
    expect(Loan.outstanding.count).to eq(0)
    api(:post, "/drives/#{drive.id}/measured/take", { keys: found.keys })
    expect(drive.reload.drafts.pluck(:key)).to include("ramps.swing_frequency")
  end

  it "are not made quiet where nothing is known of a swing" do
    gentle
    ended = run_test("quiet_moves")
    expect(ended).to include("state" => "undecided")
    expect(ended["message"]).to match(/it is one mass/)
  end

  it "go back first to the low end of the travel that they are given, and stay within it" do
    measured
    gentle
    turn = drive.connection.live.fetch("feedback.counts_per_turn")
    begun_at = place
    ended = run_test("position_move", room: 0.5, behind: 1)
    expect(ended).to include("state" => "done"), ended.inspect
    expect((place - begun_at) / turn.to_f).to be_within(0.02).of(-1.0)
  end

  it "are refused before anything moves where the travel leaves no room, or is too short" do
    gentle
    turn = drive.connection.live.fetch("feedback.counts_per_turn")
    told = begin_test("self_tuning", room: 0.2, quickness: 50)
    expect(response.status).to eq(409)
    expect(told["error"]["message"]).to match(/room for 0.20 turns, and its signals need 0.29 turns/)
    travel = api(:get, "/drives/#{drive.id}/tests").find { |test| test["id"] == "self_tuning" }["travel"]
    expect(travel["least"]).to be_within(0.01).of(0.29)
    here = place
    { "position.limit_low" => here - turn, "position.limit_high" => here + turn }.each do |key, raw|
      drive.connection.put(key, raw)
    end
    expect(begin_test("position_move", room: 1.5)["error"]["message"]).to match(/above the software travel limit/)
    expect(begin_test("position_move", room: 0.5, behind: 1.5)["error"]["message"]).to match(
      /below the software travel limit/
    )
    expect(response.status).to eq(409)
    expect(begin_test("position_move", room: 0.5, behind: "far")["error"]["message"]).to match(/behind/)
    expect(response.status).to eq(400)
    expect(place).to be_within(2).of(here)
  end
end
