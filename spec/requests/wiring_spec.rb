# frozen_string_literal: true

require "rails_helper"

# The wires of a drive, proven one by one over the API, with hands at the operator's box.
RSpec.describe "Proof of the wires", :paddock, type: :request do
  let(:drive) { commissioned(@paddock, "Web feed") }
  let(:path) { "/drives/#{drive.id}/runs" }

  def hold(**values) = values.each { |key, raw| drive.connection.put(key.to_s, raw) }
  def wire(name, terminal) = api(:post, "/drives/#{drive.id}/terminals/wire", { terminal: terminal, name: name })
  def box = @paddock.see("Web feed")["box"]
  def values(*keys) = drive.connection.ask { |link| keys.map { |key| link.read_one(key) } }
  def begin_test(test, **told) = api(:post, path, { test: test, **told })
  def run = run_of("#{path}/#{@run["id"]}")
  def tell(**said) = api(:post, "#{path}/#{@run["id"]}/answer", said)
  def rows = run["proof"]["rows"].to_h { |row| row.values_at("label", "text") }
  def run_of(path) = api(:get, path)

  def question = api(:get, "/drives/#{drive.id}").dig("run", "question").to_s

  def operate(number, *states)
    states.each do |on|
      @paddock.set("Web feed", "input_#{number}": on)
      @paddock.let_pass("Web feed", 0.15)
    end
  end

  def ended
    wait_until("the end") { run["state"] != "running" }
    expect(run).to include("state" => "done"), run["message"]
  end

  def push(number) = operate(number, true, false)
  def mark(name) = wait_until(name) { run["marks"][name] }

  describe "the round of the contacts" do
    before do
      hold("terminals.input_1_function": 2, "terminals.input_3_function": 17, "network.command_source": 2)
      wire("photo eye 2", "input_4")
    end

    it "ticks each in any order, while none of them does anything, and everything is as before" do
      @run = begin_test("wire_round")
      expect(@run).to include("state" => "running", "question" => "Operate each contact, on and off")
      mark("function_4")
      expect(values("terminals.input_1_function", "network.command_source")).to eq([1, 0])
      push(4)
      mark("back_4")
      push(1)
      operate(3, true) # an external fault otherwise
      expect(values("control.error_code", "references.run")).to eq([0, 0])
      operate(3, false)
      ended
      expect(run["proof"]).to include("standing" => "proven", "findings" => [])
      expect(rows).to match("D1" => /both states/, "D3" => /both states/, "D4 photo eye 2" => /both states/)
      keys = %w[terminals.input_1_function terminals.input_3_function network.command_source]
      expect(values(*keys)).to eq([2, 17, 2])
      expect(drive.reload.loans.outstanding).to be_empty
      hold("terminals.input_3_function": 6)
      expect(drive.reload.latest_proofs.find { |proof| proof.kind == "wire_round" }).to be_stale
    end

    it "starts no motor by a contact that is still closed when the inputs have their jobs back" do
      hold("terminals.start_by": 1, "network.reference_source": 4, "references.fixed": 300)
      @run = begin_test("wire_round")
      mark("function_1")
      operate(1, true)
      mark("at_1")
      tell(input: 0)
      ended
      sleep 0.5
      expect([values("references.run"), @paddock.shaft_speed("Web feed").abs]).to match([[0], be < 1])
      expect(run["proof"]["findings"].pluck("id")).to eq(%w[silent never_back])
    end

    it "names wires that are swapped, and a contact that bounces longer than it is debounced" do
      @paddock.set("Web feed", input_3_lands_on: 4, input_4_lands_on: 3, input_1_bounce: 0.08)
      @run = begin_test("wire_round")
      mark("function_1")
      tell(input: 3)
      wait_until("the announcement") { run["marks"]["announced"] == 3 }
      push(3)
      mark("back_4")
      push(1)
      mark("back_1")
      tell(input: 0)
      ended
      told = run["proof"]["findings"].pluck("headline")
      expect(told).to include("D3 was to move, D4 (photo eye 2) did", /\AD1: \d+ changes, more than were made by hand/)
      expect(drive.reload.latest_proofs.map(&:verdict)).to eq(%w[failed])
      @paddock.set("Web feed", input_3_lands_on: 3, input_4_lands_on: 4, input_1_bounce: 0)
    end

    it "refuses an input that is not there, and a drive on which nothing is wired" do
      @run = begin_test("wire_round")
      mark("function_1")
      [{ input: 7 }, { input: "x" }, {}].each do |said|
        tell(**said)
        expect(response.status).to eq(400)
      end
      api(:post, "#{path}/#{@run["id"]}/abort", {})
      wait_until("the end") { run["state"] == "aborted" }
      hold("terminals.input_1_function": 0, "terminals.input_3_function": 0)
      wire("", "input_4")
      begin_test("wire_round")
      expect([response.status, message]).to match([409, /no input has a function or a wire/])
    end
  end

  describe "the sweep of the signals" do
    before { hold("network.reference_source": 1, "network.command_source": 2, "terminals.input_1_function": 2) }

    # As a hand does: still, over, still.
    def sweep(from, to)
      steps = [from] * 8 + (0..20).map { |n| from + (to - from) * n / 20.0 } + [to] * 8
      steps.each do |volts|
        @paddock.set("Web feed", analog_1: volts)
        sleep 0.08
      end
    end

    it "finds the ends, proposes them as points, and gives command and reference back" do
      @paddock.set("Web feed", analog_1: 0.5)
      @run = begin_test("analog_sweep")
      wait_until("the loan") { values("network.reference_source") == [0] }
      sweep(0.5, 9.5)
      tell(done: "done")
      ended
      expect(run["proof"]["findings"].pluck("id")).to eq(%w[ends_missed])
      expect(values("network.reference_source", "network.command_source")).to eq([1, 2])
      api(:post, "/drives/#{drive.id}/measured/take", { keys: %w[terminals.analog_1_low terminals.analog_1_high] })
      expect(drive.reload.drafts.to_h { |draft| [draft.key, draft.raw] }).to match(
        "terminals.analog_1_low" => be_within(4).of(50), # 0.5 V of 10 V, in tenths of a percent
        "terminals.analog_1_high" => be_within(4).of(950)
      )
    end

    it "says that a potentiometer is not connected" do
      @paddock.set("Web feed", analog_1_connected: false)
      @run = begin_test("analog_sweep")
      sweep(0, 10)
      tell(done: "done")
      ended
      expect(run["proof"]).to include("standing" => "failed")
      expect(run["proof"]["findings"].pluck("id")).to eq(%w[unmoved])
      @paddock.set("Web feed", analog_1_connected: true)
    end
  end

  describe "the round of the outputs" do
    before do
      hold("terminals.output_1_function": 3, "terminals.output_1_polarity": 1, "terminals.output_3_function": 2)
      wire("hooter", "output_3")
      drive.connection.motion.reins.take(ApiCalls::TAB, "Robin")
    end

    it "switches each by its yes, one after the other, and lets them be as they were" do
      begin_test("output_round", eyes: %w[output_1])
      expect([response.status, message]).to match([409, /gets voltage by R3 \(hooter\)/])
      @run = begin_test("output_round", eyes: %w[output_1 output_3])
      wait_until("the first") { question.start_with?("R1 is on now") }
      expect(box["lamps"]).to eq([true, false, false])
      tell(seen: "yes")
      wait_until("the second") { question.start_with?("R3 (hooter) is on now") }
      expect(box["lamps"]).to eq([true, false, true]) # a fault signal is open when on
      tell(seen: "nothing")
      ended
      expect(rows).to eq("R1" => "seen", "R3 (hooter)" => "nothing switched")
      expect(run["proof"]).to include("standing" => "failed")
      keys = %w[terminals.output_1_function terminals.output_1_polarity terminals.output_3_function]
      expect(values(*keys, "terminals.outputs_asked")).to eq([3, 1, 2, 0])
      expect(box["lamps"]).to eq([true, false, false])
    end

    it "switches off as soon as the reins are let go" do
      @run = begin_test("output_round", eyes: %w[output_1 output_3])
      wait_until("the first") { question.start_with?("R1 is on now") }
      tell(seen: "yes")
      wait_until("the second") { box["lamps"][2] }
      drive.connection.motion.reins.release(ApiCalls::TAB)
      wait_until("the end") { run["state"] == "aborted" }
      expect([run["message"], box["lamps"]]).to eq(["The reins were let go.", [true, false, false]])
    end

    it "switches nothing without the reins" do
      drive.connection.motion.reins.release(ApiCalls::TAB)
      begin_test("output_round", eyes: %w[output_1 output_3])
      expect([response.status, message]).to match([409, /nobody holds the reins/])
    end
  end
end
