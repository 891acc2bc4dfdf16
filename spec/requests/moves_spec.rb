# frozen_string_literal: true

require "rails_helper"

# Moves to a place, as tests of the stage Tune: how far the motor is behind its path, and how its load swings then.
RSpec.describe "Moves that are proven", :real_time, type: :request do
  around do |example|
    PaddockProcess.running(rig: Rigs.soft_belt) do |paddock|
      @paddock = paddock
      example.run
    end
  end

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

  def run_test(name)
    with_signs_of_life(drive.connection) do
      begun = api(:post, "/drives/#{drive.id}/runs", { test: name, room: 3, eyes: %w[nobody room coupled] })
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

  it "are refused where the travel limits leave no room, and where nothing is known of a swing" do
    gentle
    ended = run_test("quiet_moves")
    expect(ended).to include("state" => "undecided")
    expect(ended["message"]).to match(/it is one mass/)
    place = drive.connection.samples.last["position.actual"]
    { "position.limit_low" => place - 1000, "position.limit_high" => place + 1000 }.each do |key, raw|
      drive.connection.put(key, raw)
    end
    ended = run_test("position_move")
    expect(ended["message"]).to match(/is above the software travel limit/)
  end
end
