# frozen_string_literal: true

require "rails_helper"

# Motor and feedback, measured over the link.
RSpec.describe "Identifying a drive", :paddock, :lasting, type: :request do
  let(:drive) { commissioned(@paddock) }
  let(:path) { "/drives/#{drive.id}" }

  def ready
    drive.connection.motion.take(ApiCalls::TAB, "Robin")
    with_signs_of_life(drive.connection) { yield }
  end

  def run(test, **more)
    begun = api(:post, "#{path}/runs", { test: test, **more })
    expect(response.status).to eq(201), begun.inspect
    wait_until("the end of #{test}", seconds: 60) { Run.find(begun["id"]).standing != "running" }
    api(:get, "#{path}/runs/#{begun["id"]}")
  end

  def eyes = { eyes: %w[nobody room] }
  def mode = drive.connection.ask { |wire| wire.read_one("control.mode") }

  it "measures the winding at standstill, and leaves the drive as it was" do
    ready do
      before = mode
      place = drive.connection.samples.last["position.actual"]
      view = run("winding")
      expect(view).to include("state" => "done"), view.inspect
      figures = view["proof"]["estimates"].to_h { |one| [one["key"], one["found"].to_f] }
      expect(figures).to match(
        "motor.phase_resistance" => be_within(0.05).of(1.655),
        "motor.phase_inductance" => be_within(0.25).of(4.1)
      )
      expect([mode, drive.connection.motion.holding?, Loan.outstanding.count]).to eq([before, false, 0])
      rows = api(:get, "#{path}/measured")
      expect(rows.first).to include("name" => "Phase resistance", "suggested" => true)
      api(:post, "#{path}/measured/take", { keys: ["motor.phase_resistance"] })
      expect(drive.tray.drafted.map { |line| line.entry.key }).to eq(["motor.phase_resistance"])
    end
  end

  it "turns the shaft by the field" do
    ready do
      view = run("open_turn", **eyes)
      expect(view).to include("state" => "done"), view.inspect
      expect(view["proof"]["headline"]).to match(/26.21\d counts for an electrical turn/)
      expect(view["traced"]).to be(true)
    end
  end

  it "turns it by the loops, and finds magnets, friction and inertia" do
    ready do
      before = mode
      drive.update!(gait: "trot")
      view = run("spin", room: 40, eyes: %w[nobody room coupled])
      expect(view).to include("state" => "done"), view.inspect
      found = view["proof"]["estimates"].to_h { |one| [one["key"], one["found"].to_f] }
      expect(found["motor.torque_constant"]).to be_within(0.01).of(0.4826)
      expect(found["speed_loop.load_inertia"]).to be_within(0.1).of(1.81) # of 2.1 kg·cm² in all
      expect(found["mechanics.friction"]).to be_within(0.005).of(0.05)
      expect([mode, drive.connection.motion.holding?, Loan.outstanding.count]).to eq([before, false, 0])
      expect(view["proof"]["rows"].map { |row| row["label"] }).to include(/Ripple at/)
    end
  end

  it "finds that nothing rings in one mass, and how much it is", if: Chance.long? do
    ready do
      drive.update!(gait: "trot")
      view = run("response", room: 30, eyes: %w[nobody room coupled])
      expect(view).to include("state" => "done"), view.inspect
      expect(view["proof"]["headline"]).to match(
        /\AOne mass of 2.1\d kg·cm²: nothing rings from \d.\d Hz to 1.\d\d\d Hz/
      )
      expect(view["proof"]["chart"]["x"]).to include("scale" => "log")
      expect(drive.connection.ask { |wire| wire.read_one("excitation.state") }).to eq(2)
    end
  end

  it "turns so far, asks what the load did, and keeps both with the mechanics" do
    ready do
      api(:put, "#{path}/mechanics", { facts: { mechanism: "belt", teeth: "32", pitch: "5" } })
      run = api(:post, "#{path}/runs", { test: "travel", turns: 3, eyes: %w[nobody room mark] })
      expect(response.status).to eq(201), run.inspect
      wait_until("the question", seconds: 30) { api(:get, path).dig("run", "question") }
      expect(drive.connection.motion.holding?).to be(false)
      api(:post, "#{path}/runs/#{run["id"]}/answer", { travel: 0 })
      expect(response.status).to eq(400)
      api(:post, "#{path}/runs/#{run["id"]}/answer", { travel: 480 })
      wait_until("the end", seconds: 10) { Run.find(run["id"]).standing != "running" }
      view = api(:get, "#{path}/runs/#{run["id"]}")
      expect(view["proof"]["headline"]).to match(/mm in a turn of the motor/), view.inspect
      facts = drive.reload.facts.where(stage: "mechanics").to_h { |fact| [fact.key, fact.text] }
      expect(facts["measured_turns"].to_f).to be_between(2.9, 4.0) # words take time on a busy machine
      expect(facts).to have_key("measured_travel")
    end
  end

  def begin_turn
    run = api(:post, "#{path}/runs", { test: "open_turn", **eyes })
    wait_until("the field to turn", seconds: 10) { drive.connection.samples.last["speed.actual"].abs > 5 }
    run
  end

  # Within a second the shaft stands, and what was borrowed is back.
  def ended(run, before)
    wait_until("the shaft at rest", seconds: 1) { drive.connection.samples.last["speed.actual"].abs < 2 }
    wait_until("the end of the test", seconds: 5) { Run.find(run["id"]).standing != "running" }
    expect([mode, drive.connection.motion.holding?, Loan.outstanding.count]).to eq([before, false, 0])
    api(:get, "#{path}/runs/#{run["id"]}")
  end

  it "ends when somebody wants it to, at STOP, and when the tab is gone, at rest and with all as before", :real_time do
    before = mode
    ready do
      run = begin_turn
      api(:post, "#{path}/motion/set_point", { speed: 100 })
      expect([response.status, message]).to match([409, /is enabled for injection, and this is commanded by speed/])
      api(:post, "#{path}/runs/#{run["id"]}/abort")
      expect(ended(run, before)).to include("state" => "aborted", "message" => /Ended by Robin/)

      run = begin_turn
      api(:post, "/stop")
      expect(ended(run, before)).to include("state" => "aborted", "proof" => nil)
    end
    run = nil
    ready { run = begin_turn } # and then no signs of life any more
    expect(ended(run, before)).to include("state" => "aborted")
    ready { expect(run("winding")["state"]).to eq("done") }
  end

  # What can happen at the machine, and how it is set right again.
  ACCIDENTS_AT_IT = {
    "the cable is pulled" => [{ cable: false }, { cable: true }],
    "the power is cut" => [{ mains: false }, { mains: true }],
    "the safety circuit opens" => [{ torque_off_a: false }, { torque_off_a: true }],
    "the encoder's supply is lost" => [{ encoder_power: false }, { encoder_power: true }]
  }.freeze
  ANY_TEST = {
    "open_turn" => {
      eyes: %w[nobody room]
    },
    "spin" => {
      eyes: %w[nobody room coupled],
      room: 40
    },
    "self_tuning" => {
      eyes: %w[nobody room coupled],
      room: 8,
      quickness: 50
    },
    "winding" => {
    }
  }.freeze

  def begin_by_chance
    name, told = ANY_TEST.to_a.sample(random: @random)
    run = api(:post, "#{path}/runs", { test: name, **told })
    expect([name, response.status]).to eq([name, 201]), run.inspect
    sleep @random.rand(0.8..4.0)
    run
  end

  def at_rest? = @paddock.shaft_speed("Carriage").abs < 0.5

  def set_right(remedy)
    @paddock.set("Carriage", **remedy)
    wait_until("the link", seconds: 20) { drive.online? && drive.connection.samples.last }
    wait_until("what was borrowed", seconds: 10) { Loan.outstanding.none? && drive.undertaking.nil? }
    # a fault can be reset once its cause is gone: the bus takes its time to charge
    wait_until("what can be enabled", seconds: 10) do
      api(:post, "#{path}/faults/reset") if drive.connection.samples.last.state == :fault
      drive.connection.samples.last.inhibits.zero?
    end
  end

  it "leaves shaft and values as they were, whatever happens at a random moment of any test", :real_time do
    @random = Chance.named("accidents of tests")
    drive.store
    wait_until("what is stored") { drive.connection.samples.last.inhibits.zero? }
    before = mode
    accidents = Chance.long? ? ACCIDENTS_AT_IT.to_a * 5 : ACCIDENTS_AT_IT.to_a
    accidents.each do |name, (accident, remedy)|
      run = nil
      ready do
        run = begin_by_chance
        @paddock.set("Carriage", **accident)
        wait_until("rest after #{name}", seconds: 1) { at_rest? }
        wait_until("the end of the test", seconds: 8) { Run.find(run["id"]).standing != "running" }
      end
      set_right(remedy)
      expect([name, mode, drive.connection.motion.holding?, Loan.outstanding.count]).to eq([name, before, false, 0])
      expect([name, Run.find(run["id"]).state]).to match([name, /aborted|undecided|interrupted/])
      expect(drive.reload.differences).to eq([])
    end
    ready { expect(run("winding")["state"]).to eq("done") }
  end

  it "is not begun without reins, without eyes, or while a recording waits" do
    api(:post, "#{path}/runs", { test: "winding" })
    expect([response.status, message]).to match([409, /nobody holds the reins/])
    ready do
      api(:post, "#{path}/runs", { test: "open_turn", eyes: ["nobody"] })
      expect([response.status, message]).to match([409, /nobody has looked whether there is room for/])
      api(:post, "#{path}/runs", { test: "open_turn", eyes: "room" })
      expect([response.status, message]).to match([422, /a list of nobody, room/])
      api(
        :post,
        "#{path}/recorder/arm",
        { signals: %w[bus.voltage], divider: 16, length: 100, pre: 10, triggers: [{ kind: "fault" }] }
      )
      expect(response.status).to be < 300
      api(:post, "#{path}/runs", { test: "winding" })
      expect([response.status, message]).to match([409, /a recording waits in the drive/])
    end
    api(:post, "#{path}/measured/take", { keys: ["motor.pole_pairs"] })
    expect([response.status, message]).to match([422, /Nothing was measured for/])
    api(:post, "#{path}/measured/take", { keys: [] })
    expect([response.status, message]).to match([422, /at least one value/])
  end
end
