# frozen_string_literal: true

require "rails_helper"

# Tests that are run on stand-ins: begun, watched, ended, and what they leave behind.
RSpec.describe "Tests on a drive", :lasting, type: :request do
  around do |example|
    PaddockProcess.running(rig: Rails.root.join("paddock/rigs/saltgrass.yml").to_s) do |paddock|
      @paddock = paddock
      example.run
    end
  end

  def run_of(path) = api(:get, path)
  def fact(drive, **typed) = StageFacts.named("motor").new(drive).keep(typed.stringify_keys)

  describe "a turn by hand" do
    let(:drive) { connect(create_drive(@paddock, "Roll tug")) }
    let(:path) { "/drives/#{drive.id}/runs" }

    before { fact(drive, pole_pairs: "4") }

    def turn(turns)
      @paddock.set("Roll tug", hand_turn: turns)
      wait_until("the hand's way") { !@paddock.see("Roll tug")["turning_by_hand"] }
      after = Process.clock_gettime(Process::CLOCK_MONOTONIC)
      wait_until("a look after it") { drive.connection.samples.last.at > after }
    end

    def judged(turns)
      run = api(:post, path, { test: "hand_turn" })
      expect(run).to include(
        "state" => "running",
        "question" => /Turn the shaft now/,
        "marks" => include("count" => Integer)
      )
      turn(turns)
      api(:post, "#{path}/#{run["id"]}/answer", { turns: turns })
    end

    it "is proven when all comes as it should" do
      run = judged(1)
      expect(run).to include("state" => "done", "proof" => include("verdict" => "proven", "findings" => []))
      expect(run["proof"]["rows"].first["text"]).to match(/\A2[345], 24 expected\z/)
      expect(LogbookEntry.last.headline).to eq("Counts a turn: proven")
      expect(api(:get, "/drives/#{drive.id}/proofs").first["id"]).to eq(run["proof"]["id"])
    end

    it "names exchanged hall wires" do
      @paddock.set("Roll tug", hall_order: 4)
      proof = judged(1)["proof"]
      expect(proof).to include("verdict" => "failed")
      expect(proof["findings"].first).to include("id" => "halls_exchanged", "severity" => "blocker")
    end

    it "says what it waits for on any page, is ended by whoever wants, and refuses what it cannot use" do
      run = api(:post, path, { test: "hand_turn" })
      expect(api(:get, "/drives/#{drive.id}")["run"]).to include(
        "title" => "Counts a turn",
        "question" => /by its mark/
      )
      [
        [{}, /“turns” is missing/, 400],
        [{ turns: 0 }, /zero is no turn/, 422],
        [{ turns: "x" }, /turns/, 400],
        [{ turns: 99 }, /from -20 to 20/, 400]
      ].each do |body, reason, status|
        api(:post, "#{path}/#{run["id"]}/answer", body)
        expect([response.status, message]).to match([status, reason])
      end
      api(:post, path, { test: "sensor_offset" })
      expect([response.status, message]).to match([409, /A test is under way on Roll tug: Counts a turn/])
      api(:post, "#{path}/#{run["id"]}/abort", {}, tab: nil)
      wait_until("its end") { run_of("#{path}/#{run["id"]}")["state"] == "aborted" }
      expect(api(:get, "/drives/#{drive.id}")["run"]).to be_nil
      api(:post, "#{path}/#{run["id"]}/answer", { turns: 1 })
      expect([response.status, message]).to match([409, /waits for no answer/])
      expect(Proof.count).to eq(0)
    end

    it "makes no sense for a drive without feedback" do
      feed = connect(create_drive(@paddock, "Web feed"))
      api(:post, "/drives/#{feed.id}/runs", { test: "hand_turn" })
      expect([response.status, message]).to match([422, /makes no sense for Web feed/])
      expect(api(:get, "/drives/#{feed.id}/tests").pluck("id")).to eq(
        %w[sensor_offset winding rotor free_run run_up wire_round analog_sweep window_proof output_round direction]
      )
      expect(api(:get, "/drives/#{feed.id}/signals")).to eq([])
    end
  end

  describe "the offset of the current sensors" do
    let(:drive) { connect(create_drive(@paddock, "Carriage")) }
    let(:path) { "/drives/#{drive.id}/runs" }
    let(:offsets) { { "sensing.offset_u" => 0.008, "sensing.offset_v" => -0.006 } } # A, paddock/rigs/saltgrass.yml
    let(:keys) { offsets.keys }

    def raw(figures) = figures.to_h { |key, figure| [key, drive.profile.fetch(key).raw(figure)] }
    def in_drive = drive.connection.ask { |wire| keys.to_h { |key| [key, wire.read_one(key)] } }

    def set(figures)
      raw(figures).each { |key, value| drive.connection.put(key, value) }
    end

    def begun
      api(:post, path, { test: "sensor_offset" }).tap { |run| expect(response.status).to eq(201), run.inspect }
    end

    def ended(run)
      wait_until("the end of the test", seconds: 15) { run_of("#{path}/#{run["id"]}")["state"] != "running" }
      run_of("#{path}/#{run["id"]}")
    end

    it "is found within half a percent of the rated current, with what the drive took off already put back" do
      set("sensing.offset_u" => 0.1, "sensing.offset_v" => 0.05)
      wait_until("the values in the database") { drive.reload.live["sensing.offset_u"] == 100 }
      run = ended(begun)
      expect(run).to include("state" => "done", "borrowed" => 0)
      found = Proof.last.estimates.to_h { |one| [one["key"], one["figure"]] }
      # Rated current as from the works
      offsets.each { |key, truth| expect((found[key] - truth).abs).to be < 0.005 * 1.0 }
      expect(in_drive).to eq(raw("sensing.offset_u" => 0.1, "sensing.offset_v" => 0.05))
      # What this spec set, and nothing of the test's own.
      expect(ValueChange.where(key: keys, how: "elsewhere").count).to be <= 2
      api(:post, "/drives/#{drive.id}/measured/take", { keys: keys })
      expect(drive.drafts.reload.pluck(:key)).to match_array(keys)
      trace = api(:get, "#{path}/#{run["id"]}/trace")
      expect(trace["signals"].pluck("name", "unit")).to eq([["Current, phase U", "A"], ["Current, phase V", "A"]])
      expect(Trace.last).to have_attributes(at: have_attributes(size: 40), columns: all(have_attributes(size: 40)))
    end

    it "keeps the motor still, and is kept by an enabled one" do
      fact(drive, **DriveFactory::CARRIAGE.transform_keys(&:to_sym))
      run = begun
      motion = drive.connection.motion
      motion.take(ApiCalls::TAB, "Robin")
      with_signs_of_life(drive.connection) do
        api(:post, "/drives/#{drive.id}/motion/enable", {})
        expect([response.status, message]).to match([409, /a test is under way: Offset of the current sensors/])
        expect { motion.enable(ApiCalls::TAB, gait: Gallop::Gait.fetch("walk"), needs: []) }.to raise_error(
          Motion::OutOfState,
          /test is under way/
        )
        ended(run)
        motion.enable(ApiCalls::TAB, gait: Gallop::Gait.fetch("walk"), needs: [])
        api(:post, path, { test: "sensor_offset" })
        expect([response.status, message]).to match([409, /Not begun: the drive is enabled/])
        expect(
          api(:get, "/drives/#{drive.id}/tests").find { |test| test["id"] == "sensor_offset" }["needs"].reject do |need|
            need["met"]
          end
        ).to include(include("id" => "off", "remedy" => "Disable it."))
      end
    end

    it "is ended by STOP, with everything as before" do
      set("sensing.offset_u" => 0.1, "sensing.offset_v" => 0.05)
      run = begun
      wait_until("what is borrowed") { Loan.outstanding.count == 2 }
      api(:post, "/stop", {})
      expect(ended(run)).to include("state" => "aborted", "message" => "STOP.", "borrowed" => 0)
      expect(in_drive).to eq(raw("sensing.offset_u" => 0.1, "sensing.offset_v" => 0.05))
    end

    it "is interrupted where the cable is pulled, and gives back what it borrowed once the link is there again" do
      set("sensing.offset_u" => 0.1, "sensing.offset_v" => 0.05)
      run = begun
      wait_until("what is borrowed") { Loan.outstanding.count == 2 }
      @paddock.set("Carriage", cable: false)
      expect(ended(run)).to include("state" => "interrupted", "borrowed" => 2)
      expect(api(:get, "/drives/#{drive.id}")["run"]).to include("state" => "interrupted")
      @paddock.set("Carriage", cable: true)
      wait_until("the link", seconds: 15) { drive.online? }
      wait_until("what was borrowed", seconds: 10) { Loan.outstanding.none? && drive.undertaking.nil? }
      expect(in_drive).to eq(raw("sensing.offset_u" => 0.1, "sensing.offset_v" => 0.05))
      expect(drive.reload.differences).to eq([])
      expect(api(:get, "/drives/#{drive.id}")["run"]).to be_nil
      expect(ended(begun)).to include("state" => "done")
    end

    it "leaves alone what somebody else has set since it was cut short" do
      run = Run.create!(drive: drive, kind: "sensor_offset", state: "interrupted")
      lent = { run: run, device: drive.reload.identity["serial"], before: 100, lent: 0 }
      drive.loans.create!(**lent, key: "sensing.offset_u")
      drive.loans.create!(**lent, key: "sensing.offset_v")
      set("sensing.offset_v" => 0.777)
      api(:post, "#{path}/#{run.id}/put_back")
      expect(response.status).to eq(200)
      expect(in_drive).to eq("sensing.offset_u" => 100, "sensing.offset_v" => 777)
      expect(LogbookEntry.where(kind: "test").pluck(:headline)).to include(
        /phase U is as before/,
        /phase V was not put back/
      )
    end
  end
end
