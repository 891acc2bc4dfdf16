# frozen_string_literal: true

require "rails_helper"

# Turning the shaft by hand at a stand-in, and what is made of it.
RSpec.describe "A turn by hand", type: :request do
  include ApiCalls

  around { |example| PaddockProcess.running(rig: Rails.root.join("paddock/rigs/saltgrass.yml").to_s) { |paddock| @paddock = paddock; example.run } }

  let(:drive) { connect(create_drive(@paddock, "Roll tug")) }
  let(:path) { "/drives/#{drive.id}/hand_turn" }

  def turn(turns)
    @paddock.set("Roll tug", hand_turn: turns)
    wait_until("the hand's way") { !@paddock.see("Roll tug")["turning_by_hand"] }
    after = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    wait_until("a look after it") { drive.connection.samples.last.at > after }
  end

  before { StageFacts.named("motor").new(drive).keep("pole_pairs" => "4") }

  it "is proven when all comes as it should" do
    since = api(:post, path)["since"]
    turn(1)
    proof = api(:put, path, { since: since, turns: 1 })
    expect(proof).to include("kind" => "hand_turn", "verdict" => "proven", "turn" => include("expected" => 24, "counts" => be_within(1).of(24), "findings" => []))
    expect(LogbookEntry.last.headline).to eq("Counts a turn as it should")
    expect(api(:get, "/drives/#{drive.id}/proofs").first["id"]).to eq(proof["id"])
  end

  it "names exchanged hall wires" do
    @paddock.set("Roll tug", hall_order: 4)
    since = api(:post, path)["since"]
    turn(1)
    proof = api(:put, path, { since: since, turns: 1 })
    expect(proof).to include("verdict" => "failed")
    expect(proof["turn"]["findings"].first).to include("id" => "halls_exchanged", "severity" => "blocker")
  end

  it "refuses what it cannot judge, with the reason" do
    drive
    [ [ { turns: 1 }, /“since” is missing/, 400 ], [ { since: 1.0, turns: 0 }, /zero is no turn/, 400 ], [ { since: "x", turns: 1 }, /since/, 400 ], [ { since: 1.0, turns: 99 }, /turns: a figure/, 400 ],
      [ { since: 0.0, turns: 1 }, /older than 60 s/, 409 ] ].each do |body, reason, status|
      api(:put, path, body)
      expect([ response.status, message ]).to match([ status, reason ])
    end
    expect(Proof.count).to eq(0)
  end

  it "refuses a drive without feedback" do
    feed = connect(create_drive(@paddock, "Web feed"))
    api(:post, "/drives/#{feed.id}/hand_turn")
    expect([ response.status, message ]).to match([ 409, /no feedback/ ])
    api(:put, "/drives/#{feed.id}/hand_turn", { since: 1.0, turns: 1 })
    expect(response.status).to eq(409)
    expect(api(:get, "/drives/#{feed.id}/signals")).to eq([])
  end

  it "says nothing of signals where nothing turns" do
    expect(api(:get, "/drives/#{drive.id}/signals")).to eq([])
  end
end
