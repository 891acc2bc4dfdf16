# frozen_string_literal: true

require "rails_helper"

# The terminals of a drive over the API: what each does, who has a function already, and who commands then.
RSpec.describe "Terminals over the API", :paddock, type: :request do
  let(:drive) { commissioned(@paddock, "Web feed") }
  let(:path) { "/drives/#{drive.id}/terminals" }

  def message = response.parsed_body.dig("error", "message")
  def drafted = drive.reload.drafts.reload.to_h { |draft| [draft.key, draft.raw] }
  def terminal(view, name) = view["terminals"].find { |one| one["name"] == name }

  # Into the drive, without the tray.
  def hold(**values) = values.each { |key, raw| drive.connection.put(key.to_s, raw) }

  it "shows each terminal, what is set, and each start in a sentence" do
    view = api(:get, path)
    expect(view["terminals"].pluck("name")).to eq(%w[D1 D2 D3 D4 D5 D6 A1 A2 R1 R2 R3])
    expect(view.values_at("starts", "live_starts", "findings")).to eq([[], [], []])
    expect(view["start"].pluck("key")).to eq(TerminalStrip::START)
    api(:post, "#{path}/assign", { input: 1, function: 2, other: "leave" })
    api(:patch, "/drives/#{drive.id}/values/network.command_source", { value: "Terminals" })
    view = api(:get, path)
    expect(view["starts"]).to eq(["Closing D1: forward, at the target over the network."])
    expect(view["live_starts"]).to be_empty
    expect(terminal(view, "D1")).to include("live" => 0, "draft" => 2)
  end

  it "moves a function, or exchanges two, and says at both ends where one stands twice" do
    hold("terminals.input_1_function": 6, "terminals.input_3_function": 4)
    api(:post, "#{path}/assign", { input: 3, function: 6, other: "exchange" })
    expect(drafted).to include("terminals.input_1_function" => 4, "terminals.input_3_function" => 6)
    api(:post, "#{path}/assign", { input: 5, function: 6, other: "free" })
    expect(drafted).to include("terminals.input_3_function" => 0, "terminals.input_5_function" => 6)
    view = api(:post, "#{path}/assign", { input: 2, function: 6, other: "leave" })
    told = %w[D2 D5].map { |name| terminal(view, name)["findings"] }
    expect(told).to all(eq(["“Fault reset” is on 2 inputs: 2 and 5"]))
    expect(terminal(view, "D1")["findings"]).to be_empty
  end

  it "keeps what the technician calls the other end, and notices one that is there twice" do
    api(:post, "#{path}/wire", { terminal: "input_2", name: " photo  eye 2 " })
    view = api(:post, "#{path}/wire", { terminal: "input_4", name: "Photo eye 2" })
    expect(terminal(view, "D2")["wire"]).to eq("photo eye 2")
    expect(view["findings"].pluck("id")).to include("one_wire_twice", "wired_for_nothing")
    view = api(:post, "#{path}/wire", { terminal: "input_4", name: "" })
    expect(terminal(view, "D4")["wire"]).to be_nil
    expect(view["findings"].pluck("id")).not_to include("one_wire_twice")
  end

  it "tells how a controller gets at a terminal, and how long a contact takes to it" do
    api(:post, "#{path}/wire", { terminal: "input_2", name: "photo eye 2" })
    view = api(:get, path)
    expect(terminal(view, "D2")["access"]).to include(
      "index" => 0x60FD,
      "mask" => "DWORD#16#0008_0000",
      "line" => "photo_eye_2 := (DigitalInputs AND DWORD#16#0008_0000) <> 0;"
    )
    expect(view["sheet"]["rows"].find { |row| row[1] == "D2" }.first).to eq("photo eye 2")
    api(:patch, "/drives/#{drive.id}/values/terminals.input_2_debounce", { value: "20 ms" })
    answer = api(:post, "#{path}/delay", { input: 2, interval: 10, speed: 1 })
    expect(answer).to include("latest" => 0.031, "sentence" => /20.ms to 31.ms.*31.0.mm at most/)
    { { input: 7, interval: 10, speed: 0 } => 422, { input: 2, interval: 0, speed: 0 } => 400 }.each do |body, status|
      api(:post, "#{path}/delay", body)
      expect(response.status).to eq(status)
    end
  end

  it "tells what contacts would do, with the draft and as it is, and moves nothing" do
    api(:post, "#{path}/assign", { input: 1, function: 2, other: "leave" })
    { "network.command_source" => "Terminals", "network.reference_source" => "Analog input 1" }.each do |key, value|
      api(:patch, "/drives/#{drive.id}/values/#{key}", { value: value })
    end
    told = api(:post, "#{path}/foresee", { steps: [0, 1], volts_1: 5, volts_2: 0 })
    expect(told["draft"]["sentence"]).to match(/\ARuns forward at 750 rpm, as analog input 1 asks: there in \d/)
    expect(told["live"]["sentence"]).to eq("Stays at rest.")
    [{ steps: [] }, { steps: [64] }, { steps: %w[a] }, { steps: [0] * 501 }, { steps: [0], volts_1: 11 }].each do |body|
      api(:post, "#{path}/foresee", { volts_1: 0, volts_2: 0, **body })
      expect([body, response.status]).to eq([body, 400])
    end
  end

  it "refuses what makes no sense, and changes nothing" do
    {
      ["assign", { input: 9, function: 2, other: "leave" }] => [422, /has no value “terminals.input_9_function”/],
      ["assign", { input: 1, function: 18, other: "leave" }] => [422, /Input 1, function/],
      ["assign", { input: 1, function: 2, other: "steal" }] => [400, /none of free, exchange, leave/],
      ["assign", { input: 1.5, function: 2, other: "free" }] => [400, /a whole number/],
      ["assign", { function: 2, other: "free" }] => [400, /input/],
      ["wire", { terminal: "input_7", name: "x" }] => [422, /no terminal “input_7”/],
      ["wire", { terminal: "input_1", name: "x" * 61 }] => [422, /at most 60/],
      ["wire", { terminal: "input_1", name: %w[x] }] => [400, /name/]
    }.each do |(act, body), (status, said)|
      api(:post, "#{path}/#{act}", body)
      expect([response.status, message]).to match([status, said])
    end
    expect([drafted, drive.facts.where(stage: "terminals").count]).to eq([{}, 0])
  end

  it "is not known of a drive that was never read" do
    api(:get, "/drives/#{create_drive(@paddock, "Carriage").id}/terminals")
    expect(response.status).to eq(422)
  end

  describe "once they command", :real_time do
    before do
      hold("terminals.input_1_function": 2, "network.command_source": 2, "network.reference_source": 4)
      hold("references.fixed": 300)
    end

    def speed = @paddock.shaft_speed("Web feed")
    def close(on) = @paddock.set("Web feed", input_1: on)

    it "start the motor, and everybody's STOP ends it until it is started anew" do
      close(true)
      wait_until("300 rpm", seconds: 10) { (speed - 300).abs < 15 }
      api(:post, "/stop", {})
      wait_until("rest", seconds: 10) { speed.abs < 1 }
      sleep 0.5
      expect(speed.abs).to be < 1
      close(false)
      sleep 0.1
      close(true)
      wait_until("300 rpm again", seconds: 10) { (speed - 300).abs < 15 }
      close(false)
      wait_until("rest", seconds: 10) { speed.abs < 1 }
    end

    # Half of the speed limit is asked for; walk leaves a twentieth of it.
    it "are held to the gait while somebody holds the reins, and end with the signs of life" do
      hold("references.fixed": 750)
      with_signs_of_life(drive.connection) do
        api(:post, "/drives/#{drive.id}/reins", {})
        wait_until("the envelope") { drive.connection.ask { |wire| wire.read_one("envelope.speed") } == 50 }
        close(true)
        wait_until("walk", seconds: 10) { (speed - 75).abs < 8 }
        sleep 0.5
        expect(speed).to be_within(8).of(75)
        api(:put, "/drives/#{drive.id}/gait", { gait: "trot", confirm: true })
        wait_until("trot", seconds: 10) { (speed - 375).abs < 15 }
        expect(api(:get, "/drives/#{drive.id}/verify")).to include("started_by" => "Contacts", "supervised" => true)
      end
      expect(@paddock.seconds_to_rest("Web feed")).to be < 1.5
      sleep 1.0
      expect(speed.abs).to be < 1
      expect(LogbookEntry.pluck(:headline)).to include("Contacts may start it, held to walk", "Stopped by the dead-man")
    end

    it "are let go of by a deliberate act alone, which is noted" do
      with_signs_of_life(drive.connection) do
        api(:post, "/drives/#{drive.id}/reins", {})
        wait_until("the envelope") { drive.connection.ask { |wire| wire.read_one("envelope.speed") } == 50 }
        api(:post, "/drives/#{drive.id}/motion/lift", {})
        expect(response.status).to eq(400)
        expect(drive.connection.ask { |wire| wire.read_one("envelope.speed") }).to eq(50)
        api(:post, "/drives/#{drive.id}/motion/lift", { confirm: true })
        wait_until("no envelope") { drive.connection.ask { |wire| wire.read_one("envelope.speed") } == 1000 }
        sleep 0.5
        expect(drive.connection.motion).not_to be_supervising
        close(true)
        wait_until("300 rpm", seconds: 10) { (speed - 300).abs < 15 }
        close(false)
      end
      expect(LogbookEntry.pluck(:headline)).to include(/Gait lifted/)
    end

    it "let another take the reins over once the motor has stopped" do
      with_signs_of_life(drive.connection) do
        api(:post, "/drives/#{drive.id}/reins", {})
        wait_until("the envelope") { drive.connection.ask { |wire| wire.read_one("envelope.speed") } == 50 }
        close(true)
        wait_until("walk", seconds: 10) { (speed - 75).abs < 8 }
        drive.connection.motion.take_over("another-tab-0123456789", "Kim", gait: Gallop::Gait.fetch("walk"))
        expect(drive.connection.motion.reins.holder).to eq("Kim")
        expect(drive.connection.samples.last).not_to be_enabled
        # without an encoder the drive's quick stop ends by time; the last revolutions a minute are left to friction
        expect(@paddock.seconds_to_rest("Web feed")).to be < 0.3
      end
    end

    it "are in the way of an enabling from here, and lent to a test" do
      drive.update!(gait: "canter")
      with_signs_of_life(drive.connection) do
        api(:post, "/drives/#{drive.id}/reins", {})
        wait_until("the gait") { drive.connection.motion.supervising? }
        told = api(:post, "/drives/#{drive.id}/motion/enable", { for: "speed" })
        expect([response.status, told.dig("error", "message")]).to match([409, /its terminals or keys start and stop/])
        begun = api(:post, "/drives/#{drive.id}/runs", { test: "run_up", eyes: %w[nobody free] })
        expect(response.status).to eq(201), begun.inspect
        wait_until("the end of the run-up", seconds: 40) { Run.find(begun["id"]).standing != "running" }
        expect(Run.find(begun["id"]).standing).to eq("done")
        wait_until("the gait again") { drive.connection.motion.supervising? }
      end
      expect(drive.connection.ask { |wire| wire.read_one("network.command_source") }).to eq(2)
      expect(drive.connection.ask { |wire| wire.read_one("network.reference_source") }).to eq(4)
      expect(Loan.outstanding.count).to eq(0)
    end
  end
end
