# frozen_string_literal: true

require "rails_helper"

# From a drive's trace memory to a trace that is kept, whatever happens in between.
RSpec.describe "The recorder", type: :request do
  include_context "with a recorder"

  it "offers the signals of the family, and a beginning" do
    view = api(:get, path)
    expect(view["signals"].size).to be > 40
    expect(view["signals"]).to include(include("key" => "speed.measured", "unit" => "rpm"))
    expect(view).to include("rate" => 16_000, "recording" => nil, "setup" => include("length" => 4096, "pre" => 20))
  end

  it "keeps what the memory has, with its trigger, its times and the settings of that moment" do
    expect(arm).to include("recording" => include("state" => "armed", "trigger" => "at once"))
    trace = await_trace
    expect(trace).to have_attributes(
      kind: "memory",
      size: 400,
      place: 100,
      interval: 0.001,
      altered: [],
      author: "Robin"
    )
    expect(trace.settings).to eq(drive.live_settings)
    at, bus, speed = samples(trace)
    expect([at.first, at[100], at.last.round(6)]).to eq([-0.1, 0.0, 0.299])
    expect(bus).to all(be_between(200, 340))
    expect(speed).to all(be_within(1).of(0))
    wait_until("the end of the recording") { recording["state"] == "done" }
    expect(recording).to include("trace_id" => trace.id, "phase" => "away")
    list = api(:get, "/projects/#{drive.project_id}/traces")
    expect(list.first).to include("id" => trace.id, "drive_name" => "Carriage", "title" => "At once", "size" => 400)
    expect(api(:get, "/traces/#{trace.id}")["signals"].pluck("name", "unit")).to eq(
      [["Bus voltage", "V"], ["Speed in the loop", "rpm"]]
    )
  end

  it "waits for its trigger, one at a time, and is fired or ended by whoever wants" do
    arm(triggers: [{ kind: "fault" }])
    wait_until("waiting") { recording["phase"] == "waiting" }
    arm
    expect([response.status, message]).to match([409, /armed already by Robin. End that recording first/])
    expect(api(:post, "#{path}/fire")["recording"]["state"]).to eq("armed")
    expect(await_trace.trigger).to eq("a fault")
    wait_until("the end") { recording["state"] == "done" }
    arm(triggers: [{ kind: "rises", signal: "speed.measured", level: 2000 }])
    expect(recording["trigger"]).to match(/Speed in the loop rises above 2.000 rpm/)
    expect(api(:post, "#{path}/end")["recording"]["state"]).to eq("ended")
    expect(drive.connection.ask { |wire| wire.read_one("trace.state") }).to eq(0)
    api(:post, "#{path}/end")
    expect([response.status, message]).to eq([409, "This recording has ended already."])
    expect(Trace.count).to eq(1)
  end

  it "goes on by itself, and names the settings that were changed meanwhile" do
    arm(triggers: [{ kind: "state_changes" }], repeated: true, length: 100)
    wait_until("waiting") { recording["phase"] == "waiting" }
    drive.connection.put("position_loop.gain", 1234)
    drive.connection.ask { |wire| wire.write("control.word", 6) }
    trace = await_trace
    expect(trace.altered).to eq(["position_loop.gain"])
    wait_until("waiting again") { recording["phase"] == "waiting" }
    drive.connection.ask { |wire| wire.write("control.word", 7) }
    wait_until("the second") { Trace.count == 2 }
    expect(Trace.last.altered).to be_empty
    api(:post, "#{path}/end")
  end

  {
    { signals: [] } => "“signals” is missing.",
    { signals: %w[speed.of_light] } => "Haflinger servo drive has no signal “speed.of_light”.",
    { length: 9000 } => /The length is 16 to 8.192, and a whole number/,
    { pre: 101 } => /The share before the trigger is 0 % to 100 %/,
    { divider: 0.5 } => "divider: a whole number is expected.",
    { triggers: [{ kind: "sneeze" }] } => /“sneeze” is no trigger/,
    { triggers: [{ kind: "rises", signal: "speed.demand" }] } => "A level is expected as a figure.",
    { triggers: [{ kind: "rises", signal: "speed.demand", level: "high" }] } => /level: a figure is expected/,
    { triggers: [{ kind: "bit_set", signal: "control.status", bit: 99 }] } => "A bit from 0 to 31 is expected.",
    { triggers: [1, 2, 3] } => "triggers: a list of at most two is expected."
  }.each do |change, sentence|
    it "refuses #{change}" do
      arm(**change)
      expect([response.status, message]).to match([be_between(400, 422), sentence])
      expect(Recording.count).to eq(0)
      expect(drive.connection.ask { |wire| wire.read_one("trace.state") }).to eq(0)
    end
  end

  it "waits for a link that was lost, and has the whole of it then" do
    arm(length: 8192, divider: 1, triggers: [{ kind: "fault" }], signals: drive.profile.signals.first(8).map(&:key))
    wait_until("waiting") { recording["phase"] == "waiting" }
    @paddock.set("Carriage", cable: false)
    wait_until("the loss") { recording["phase"] == "away" }
    expect(recording["state"]).to eq("armed")
    @paddock.set("Carriage", cable: true)
    wait_until("the link") { recording["phase"] == "waiting" }
    api(:post, "#{path}/fire")
    expect(await_trace.signals.map(&:size)).to eq([8192] * 8)
  end

  it "ends where the drive has forgotten it" do
    arm(triggers: [{ kind: "fault" }])
    @paddock.set("Carriage", mains: false)
    wait_until("the loss") { !drive.online? }
    @paddock.set("Carriage", mains: true)
    wait_until("the link", seconds: 20) { drive.online? }
    wait_until("the end") { recording["state"] == "failed" }
    expect(recording["message"]).to match(/was restarted/)
    expect(Trace.count).to eq(0)
  end

  it "has a name, a note, tags and a pin, and goes" do
    arm
    trace = await_trace
    api(:patch, "/traces/#{trace.id}", { name: "Before", note: "soft belt", tags: %w[belt], pinned: true })
    expect(api(:get, "/traces/#{trace.id}")).to include(
      "title" => "Before",
      "note" => "soft belt",
      "tags" => ["belt"],
      "pinned" => true
    )
    api(:patch, "/traces/#{trace.id}", { name: "x" * 81 })
    expect(response.status).to eq(422)
    api(:patch, "/traces/#{trace.id}", { tags: ["y" * 31] })
    expect([response.status, message]).to match([422, /10 words/])
    api(:delete, "/traces/#{trace.id}")
    expect([response.status, Trace.count, TraceSignal.count]).to eq([204, 0, 0])
  end

  it "records two drives at once, on the clock that they share" do
    other = connect(create_drive(@paddock, "Web feed"))
    arm(signals: %w[bus.voltage position.actual], triggers: [{ kind: "state_changes" }], together: [other.id.to_s])
    wait_until("both waiting") { Recording.open.all? { |one| one.standing.phase == "waiting" } }
    expect(Recording.find_by(drive: other).setup).to include(
      "signals" => ["bus.voltage"],
      "divider" => 4,
      "length" => 400
    )
    drive.connection.ask { |wire| wire.write("control.word", 6) }
    wait_until("both traces") { Trace.count == 2 }
    expect(Trace.pluck(:clock).minmax.reduce(:-).abs).to be < 0.5
    expect(Trace.find_by(drive: other).trigger).to eq("with Carriage: the state changes")
    expect(Trace.where(drive: other).first.at.last).to be_within(0.001).of(0.299)
    wait_until("the end") { recording["state"] == "done" }
    expect(recording["together"]).to eq([Trace.find_by(drive: other).id])
    arm(together: ["999999"])
    expect([response.status, message]).to match([400, /other drives of the project/])
    arm(triggers: [{ kind: "fault" }], together: [other.id.to_s])
    api(:post, "#{path}/end")
    expect(Recording.open).to be_empty
  end

  describe "live figures that are rolled" do
    it "are kept part by part, every poll of them, until somebody ends it" do
      stub_const("Roll::PART", 8)
      view = api(:post, "#{path}/roll", { figures: %w[bus.voltage speed.actual control.status] })
      id = view["roll"]["trace_id"]
      wait_until("three parts") { Trace.find(id).size >= 24 }
      expect(Trace.find(id)).to have_attributes(growing: true, kind: "roll")
      api(:post, "#{path}/roll", { figures: %w[bus.voltage] })
      expect([response.status, message]).to match([409, /are rolled already/])
      polls = drive.connection.samples.to_a
      expect(api(:post, "#{path}/end_roll")["roll"]).to be_nil
      trace = Trace.find(id)
      at, bus, = samples(trace)
      expect(trace.growing).to be(false)
      expect([at.size, bus.size]).to eq([trace.size, trace.size])
      expect(at.each_cons(2).map { |one, other| other - one }).to all(be_between(0, 0.6).exclusive)
      taken = polls.map(&:at).last(20)
      steps = taken.each_cons(2).map { |one, other| (other - one).round(5) }
      rolled = at.each_cons(2).map { |one, other| (other - one).round(5) }
      expect(rolled.each_cons(steps.size)).to include(match(steps.map { |step| be_within(2e-5).of(step) }))
      expect(bus).to all(be_between(200, 340))
      api(:post, "#{path}/end_roll")
      expect(response.status).to eq(409)
      api(:post, "#{path}/roll", { figures: %w[nothing.known] })
      expect([response.status, message]).to match([422, /polls no figure “nothing.known”/])
    end
  end

  it "fetches what came before a fault by itself" do
    @paddock.set("Carriage", encoder_power: false)
    drive
    trace = wait_until("the trace of the fault", seconds: 10) { Trace.find_by(kind: "fault") }
    expect(trace).to have_attributes(trigger: /Fault 7305/i, fault_code: 0x7305, interval: 0.0005)
    expect(trace.columns.size).to eq(8)
    expect(FaultTrace.fetch(drive, nil)).to be_nil
    @paddock.set("Carriage", encoder_power: true)
    drive.reset_fault
    wait_until("no fault") { drive.connection.samples.last.fault_code.zero? }
    @paddock.set("Carriage", encoder_power: false)
    lines = LogbookEntry.where(kind: "fault").where("headline LIKE 'Fault 7305%'").order(:id)
    wait_until("the line of the next fault") { lines.count == 2 }
    expect(wait_until("its trace", seconds: 10) { lines.last.reload.trace }).to be_a(Trace)
  end
end
