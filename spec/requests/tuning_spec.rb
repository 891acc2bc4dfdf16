# frozen_string_literal: true

require "rails_helper"

# The loops of a drive: what follows from the draft, designs, and steps that prove them.
RSpec.describe "Tuning a drive", :paddock, type: :request do
  let(:drive) { commissioned(@paddock) }
  let(:path) { "/drives/#{drive.id}/tuning" }

  def drafted = drive.reload.drafts.reload.to_h { |draft| [draft.key, draft.raw] }
  def follows(view) = view["follows"].to_h { |row| [row["label"], row["text"].to_f] }

  it "shows a loop with its margins, and what a draft would make of them" do
    before = api(:get, path)
    expect(before).to include("loop" => "speed", "loops" => %w[speed position current], "changed" => false)
    expect(before["charts"].map { |chart| [chart["id"], chart["curves"].size] }).to eq(
      [["gain", 1], ["phase", 1], ["step", 1], ["closed", 2]]
    )
    api(:patch, "/drives/#{drive.id}/values/speed_loop.gain", { value: "0.09" })
    after = api(:get, path)
    expect(after).to include("changed" => true)
    expect(after["charts"].map { |chart| chart["curves"].map { |curve| curve["name"] } }).to all(
      start_with("live", "with the draft")
    )
    expect(follows(after)["Gain is one at"]).to be > 2 * follows(before)["Gain is one at"]
    %w[position current].each { |loop| expect(api(:get, "#{path}?loop=#{loop}")["fields"].size).to be >= 3 }
    expect(api(:get, "#{path}?loop=current")["verdict"]["headline"]).to eq("Holds with the winding as it is set")
    expect(api(:get, "#{path}?loop=heat") && response.status).to eq(400)
  end

  # As Turn by the loops would have kept it.
  def measured
    Proof.keep(
      drive,
      kind: "spin",
      verdict: "proven",
      result: {
        headline: "Turned.",
        figures: {
          inertia: 2.1e-4,
          coulomb: 0.05,
          viscous: 2e-4,
          load: 0.0
        }
      },
      values: [],
      facts: {
      }
    )
  end

  it "drafts by bandwidth and damping, and by a design" do
    view = api(:post, "#{path}/shape", { bandwidth: 20, damping: 0.8 })
    expect(view["shape"]).to match("bandwidth" => be_within(0.2).of(20), "damping" => be_within(0.01).of(0.8))
    expect(drafted.keys).to include("speed_loop.gain", "speed_loop.integral_time")
    api(:post, "#{path}/design", { share: 1 })
    expect([response.status, message]).to match([422, /was not measured/])
    api(:post, "#{path}/ahead")
    expect([response.status, message]).to match([422, /was not measured/])
    soft = api(:post, "#{path}/soft")
    expect(follows(soft)["Gain is one at"]).to be_within(1.5).of(soft["softness"])
    measured
    quiet, quick = [0, 1].map { |share| follows(api(:post, "#{path}/design", { share: share })) }
    expect(quick["Gain is one at"]).to be > 2 * quiet["Gain is one at"]
    expect(quick["Phase margin"]).to be >= 41
    expect(quick["Sensitivity peak"]).to be < 1.75
    api(:post, "#{path}/ahead?loop=position")
    expect(drafted.slice("filters.friction_feed_forward", "mechanics.friction")).to eq(
      "filters.friction_feed_forward" => 900,
      "mechanics.friction" => 50
    )
    [
      ["shape", { bandwidth: 0, damping: 1 }],
      ["design", { share: 2 }],
      ["restore", { proof: 999_999 }]
    ].each do |way, body|
      api(:post, "#{path}/#{way}", body)
      expect(response.status).to eq(way == "restore" ? 404 : 400), "#{way}: #{response.status}"
    end
  end

  # [Hz, real, imaginary, coherence] of 1/(jωJ)
  def seen(inertia)
    tones = (2..60).map { |n| [4.0 * n, 0.0, -1 / (2 * Math::PI * 4.0 * n * inertia), 0.99] }
    Proof.keep(
      drive,
      kind: "response",
      verdict: "proven",
      result: {
        headline: "Seen.",
        figures: {
          inertia: inertia,
          tones: tones
        }
      },
      values: [],
      facts: {
      }
    )
  end

  it "draws the open loop as the tones show it, and beside it as those of before did" do
    [2.1e-4, 3.0e-4, 4.0e-4].each { |inertia| seen(inertia) }
    names = api(:get, path)["charts"].first["curves"].pluck("name")
    expect(names.first(2)).to eq(["live", "seen by tones"])
    expect(names.drop(2)).to match([/\Aseen at/, /\Aseen at/])
    expect(api(:get, path)["cascade"].pluck("id")).to eq(
      %w[position speed_limit speed filters torque_limit current stage]
    )
  end

  it "steps, holds it against the rehearsal, and brings the settings of a try back", :real_time do
    drive.connection.motion.take(ApiCalls::TAB, "Robin")
    drive.update!(gait: "canter")
    with_signs_of_life(drive.connection) do
      begun = api(:post, "/drives/#{drive.id}/runs", { test: "speed_step", room: 5, eyes: %w[nobody room coupled] })
      expect(response.status).to eq(201), begun.inspect
      wait_until("the end of the step", seconds: 40) { Run.find(begun["id"]).standing != "running" }
      view = api(:get, "/drives/#{drive.id}/runs/#{begun["id"]}")
      expect(view).to include("state" => "done"), view.inspect
      expect(view["proof"]["chart"]["curves"].map { |curve| curve["name"] }).to eq(%w[measured rehearsed demanded])
    end
    tries = api(:get, path)["tries"]
    expect(tries.size).to eq(1)
    expect(tries.first).to include("best" => true, "live" => true, "agreement" => be < 0.15)
    before = drive.live_values["speed_loop.gain"]
    drive.connection.put("speed_loop.gain", before * 2)
    expect(api(:get, path)["tries"].first["live"]).to be(false)
    api(:post, "#{path}/restore", { proof: tries.first["id"] })
    expect(drafted).to include("speed_loop.gain" => before)
  end

  it "shows what is worth tuning at a frequency drive, and reckons its boost" do
    other = connect(create_drive(@paddock, "Web feed"))
    expect(api(:get, "/drives/#{other.id}")["stages"].pluck("id")).to include("tune")
    way = "/drives/#{other.id}/tuning"
    view = api(:get, way)
    expect(view).to include("loops" => ["curve"], "loop" => "curve", "shape" => nil)
    expect(view["charts"].pluck("id")).to eq(%w[torque idle])
    expect(view["fields"].pluck("key")).to include("output.boost", "output.slip_compensation")
    {
      "motor.rated_current" => 3.3,
      "motor.rated_torque" => 9.0,
      "motor.stator_resistance" => 4.8,
      "motor.rotor_resistance" => 4.2,
      "motor.no_load_current" => 1.78
    }.each { |key, figure| other.connection.put(key, other.profile.fetch(key).raw(figure)) }
    view = api(:post, "#{way}/boost")
    expect(response.status).to eq(200), message.to_s
    expect(view["verdict"]).to include("headline" => "Starts its load")
    boost = other.reload.drafts.find_by(key: "output.boost").raw
    expect(boost).to be_between(50, 400)
    api(:post, "#{way}/shape", { bandwidth: 20, damping: 1 })
    expect([response.status, message]).to match([422, /is not tuned that way/])
    other.connection.put("output.control", 1)
    field = api(:get, way)
    expect(field).to include("loops" => ["field"])
    expect(field["fields"].pluck("key")).to include("field.regulator_gain")
    api(:get, "#{way}?loop=speed")
    expect([response.status, message]).to match([422, /has no speed loop, as it is set/])
  end

  it "runs a frequency drive up its ramp, and keeps it as a try", :real_time do
    other = commissioned(@paddock, "Web feed")
    other.connection.motion.take(ApiCalls::TAB, "Robin")
    other.update!(gait: "canter")
    with_signs_of_life(other.connection) do
      begun = api(:post, "/drives/#{other.id}/runs", { test: "run_up", eyes: %w[nobody free] })
      expect(response.status).to eq(201), begun.inspect
      wait_until("the end of the run-up", seconds: 40) { Run.find(begun["id"]).standing != "running" }
    end
    view = api(:get, "/drives/#{other.id}/tuning")
    expect(view["tries"]).to match([include("best" => true, "live" => true, "agreement" => be < 0.15)])
    expect(view["tries"].first["headline"]).to match(/\AFollows its ramp to \d+\.\d rpm/)
  end

  it "is not known of a drive that was never connected, and by its profile of others" do
    offline = create_drive(@paddock, "Roll tug")
    offline.update!(family: "fjord")
    api(:get, "/drives/#{offline.id}/tuning")
    expect([response.status, message]).to match([422, /Connect Roll tug once/])
    offline.destroy!
    tug = api(:get, "/drives/#{connect(create_drive(@paddock, "Roll tug")).id}/tuning")
    expect(tug).to include("loops" => %w[speed current], "tries" => [])
  end
end
