# frozen_string_literal: true

require "rails_helper"

# Every call answers what is out of range, of the wrong kind, missing or oversized with a message and a status of 400
# to 499, and has changed nothing.
RSpec.describe "Bad input", type: :request do
  before(:all) do
    @paddock = PaddockProcess.new
    @project = Project.create!(name: "Bad input")
  end

  after(:all) { @paddock.stop }

  let(:project) { Project.find_or_create_by!(name: "Specs") }
  let(:drive) { connect(create_drive(@paddock)) }
  let(:path) { "/drives/#{drive.id}" }

  def state =
    [
      Project.pluck(:name, :note),
      Drive.pluck(:name, :host, :port, :gait),
      Fact.count,
      Draft.pluck(:key, :raw),
      WriteBatch.count,
      Proof.count
    ]

  def expect_refusal(verb, at, body, why)
    drive
    before = state
    api(verb, at, body)
    expect(response.status).to be_between(400, 499),
    "#{verb} #{at} #{body.inspect} gave #{response.status}: #{response.body.first(200)}"
    expect(message).to match(why)
    expect(state).to eq(before)
  end

  {
    "a project without a name" => [:post, "/projects", {}, /Name can't be blank/],
    "a project with a blank name" => [:post, "/projects", { name: "  " }, /Name can't be blank|missing/],
    "a project whose name is too long" => [:post, "/projects", { name: "x" * 90 }, /too long/],
    "a project whose name is no text" => [:post, "/projects", { name: { a: 1 } }, /text is expected/],
    "a project that does not exist" => [:get, "/projects/999999", nil, /no such project/],
    "an address that does not exist" => [:get, "/nothing/here", nil, /no such address/]
  }.each { |what, (verb, at, body, why)| it("refuses #{what}") { expect_refusal(verb, at, body, why) } }

  {
    "a drive at an impossible port" => [
      :post,
      ->(s) { "/projects/#{s.project.id}/drives" },
      { name: "A", host: "127.0.0.1", port: 70_000 },
      /Port must be in/
    ],
    "a drive at a port that is no number" => [
      :post,
      ->(s) { "/projects/#{s.project.id}/drives" },
      { name: "A", host: "127.0.0.1", port: "many" },
      /figure is expected/
    ],
    "a drive at an address with spaces" => [
      :post,
      ->(s) { "/projects/#{s.project.id}/drives" },
      { name: "A", host: "a b; c", port: 502 },
      /address or a host name/
    ],
    "a fact that is none" => [
      :put,
      ->(s) { "#{s.path}/motor" },
      { facts: { "nonsense" => "1" } },
      /no fact “nonsense”/
    ],
    "a fact of the wrong unit" => [
      :put,
      ->(s) { "#{s.path}/motor" },
      { facts: { "rated_torque" => "3 A" } },
      /Rated torque: A is a unit of current/
    ],
    "a fact out of range" => [:put, ->(s) { "#{s.path}/motor" }, { facts: { "pole_pairs" => "0" } }, /cannot be/],
    "one bad fact among good ones" => [
      :put,
      ->(s) { "#{s.path}/motor" },
      { facts: { "rated_speed" => "3000", "pole_pairs" => "x" } },
      /does not begin with a figure/
    ],
    "facts that are a list" => [:put, ->(s) { "#{s.path}/motor" }, { facts: [1, 2] }, /table of names/],
    "facts that are missing" => [:put, ->(s) { "#{s.path}/motor" }, {}, /“facts” is missing/],
    "a fact with a nested value" => [
      :post,
      ->(s) { "#{s.path}/motor/compute" },
      { facts: { "rated_speed" => [1] } },
      /text is expected/
    ],
    "a fact that is endless" => [
      :put,
      ->(s) { "#{s.path}/motor" },
      { facts: { "type" => "x" * 5000 } },
      /longer than 200/
    ],
    "a proposal that is none" => [
      :post,
      ->(s) { "#{s.path}/motor/accept" },
      { keys: ["motor.nonsense"] },
      /Nothing of that is proposed/
    ],
    "a batch of what is not drafted" => [
      :post,
      ->(s) { "#{s.path}/batches" },
      { keys: ["limits.torque"] },
      /Not drafted/
    ],
    "a batch that is no list" => [:post, ->(s) { "#{s.path}/batches" }, { keys: "limits.torque" }, /list/],
    "an unknown batch" => [:post, ->(s) { "#{s.path}/batches/4711/resume" }, {}, /no such write batch/],
    "an unknown value" => [:get, ->(s) { "#{s.path}/values/no.such" }, nil, /no value “no.such”/],
    "dropping what is not drafted" => [:delete, ->(s) { "#{s.path}/tray/lines/limits.torque" }, nil, /no such draft/],
    "an unknown gait" => [:put, ->(s) { "#{s.path}/gait" }, { gait: "amble", confirm: true }, /none of walk, trot/],
    "raising the gait without a yes" => [:put, ->(s) { "#{s.path}/gait" }, { gait: "trot" }, /explicit yes/],
    "raising the gait without the reins" => [
      :put,
      ->(s) { "#{s.path}/gait" },
      { gait: "trot", confirm: true },
      /Take the reins/
    ],
    "enabling without the reins" => [:post, ->(s) { "#{s.path}/motion/enable" }, {}, /Take the reins/],
    "a proof without motion" => [
      :post,
      ->(s) { "#{s.path}/runs" },
      { test: "direction", seen: "forward" },
      /has not turned steadily/
    ],
    "a proof of nothing" => [
      :post,
      ->(s) { "#{s.path}/runs" },
      { test: "magic", seen: "forward" },
      /none of #{Gallop::Tests::ALL.map(&:id).join(", ")}/
    ],
    "a turn with room for nothing" => [
      :post,
      ->(s) { "#{s.path}/runs" },
      { test: "spin", room: -1, eyes: %w[nobody room coupled] },
      /room: a figure from 0 to 100000 is expected/
    ],
    "a turn without its room" => [:post, ->(s) { "#{s.path}/runs" }, { test: "spin" }, /room/],
    "a turn with room in words" => [
      :post,
      ->(s) { "#{s.path}/runs" },
      { test: "spin_alone", room: ["much"], eyes: [] },
      /room/
    ],
    "a test of a cage that is none" => [:post, ->(s) { "#{s.path}/runs" }, { test: "rotor" }, /makes no sense for/],
    "a turn without a device" => [:post, ->(s) { "#{s.path}/runs" }, { test: "free_run" }, /makes no sense for/],
    "strokes of no brake" => [:post, ->(s) { "#{s.path}/runs" }, { test: "brake_times" }, /makes no sense for/],
    "a direction that nobody can see" => [
      :post,
      ->(s) { "#{s.path}/runs" },
      { test: "direction", seen: "sideways" },
      /none of forward, backward, nothing/
    ],
    "a run that is none" => [:post, ->(s) { "#{s.path}/runs/4711/answer" }, { turns: 1 }, /no such run/],
    "resetting nothing that exists" => [:post, ->(_) { "/drives/999999/faults/reset" }, {}, /no such drive/]
  }.each { |what, (verb, at, body, why)| it("refuses #{what}") { expect_refusal(verb, at.call(self), body, why) } }

  it "lists what is missing before enabling" do
    drive
    api(:post, "#{path}/reins", {})
    with_signs_of_life(drive.connection) { api(:post, "#{path}/motion/enable", {}) }
    expect(response).to have_http_status(:conflict)
    expect(message).to include("factory motor data")
    expect(drive.connection.motion).not_to be_armed
  end

  ["not a number", nil, {}, [], 1e300, "NaN", ""].each do |speed|
    it "refuses a speed of #{speed.inspect}" do
      drive
      api(:post, "#{path}/reins", {})
      api(:post, "#{path}/motion/set_point", { speed: speed })
      expect(response.status).to be_between(400, 499)
    end
  end

  it "answers malformed JSON and oversized bodies" do
    host! "127.0.0.1"
    post "/api/projects", params: "{ not json", headers: { "content-type" => "application/json" }
    expect([response.status, message]).to match([400, /could not be read/])
    post "/api/projects", params: { name: "x" * 3_100_000 }.to_json, headers: { "content-type" => "application/json" }
    expect([response.status, message]).to match([413, /larger than/])
  end

  it "answers any body with no error of its own" do
    random = Chance.named("bad input")
    samples = [nil, "", "x", -1, 0, 1e308, true, [], {}, [{}], { "a" => { "b" => [1] } }, "\u0000", "ü" * 300]
    calls = [
      [:post, "/projects"],
      [:put, "#{path}/motor"],
      [:post, "#{path}/motor/compute"],
      [:post, "#{path}/motor/accept"],
      [:post, "#{path}/batches"],
      [:post, "#{path}/reins"],
      [:put, "#{path}/gait"],
      [:post, "#{path}/motion/set_point"],
      [:post, "#{path}/runs"],
      [:post, "#{path}/runs/1/answer"],
      [:patch, path],
      [:post, "/stop"],
      [:get, "/finder"]
    ]
    names = %w[
      name
      note
      host
      port
      unit
      facts
      keys
      gait
      confirm
      speed
      passing
      test
      turns
      seen
      take_over
      query
      project_id
    ]
    300.times do
      verb, at = calls.sample(random: random)
      body = names.sample(random.rand(0..4), random: random).to_h { |name| [name, samples.sample(random: random)] }
      verb == :get ? api(verb, "#{at}?#{body.to_query}") : api(verb, at, body)
      expect(response.status).to be < 500, "#{verb} #{at} #{body.inspect}: #{response.body.first(300)}"
    end
  end

  it "answers to its own machine alone" do
    host! "gallop.example"
    get "/api/projects"
    expect(response).to have_http_status(:forbidden)
  end
end
