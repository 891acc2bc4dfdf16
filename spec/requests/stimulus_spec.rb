# frozen_string_literal: true

require "rails_helper"

# A motor that does something while it is recorded, and what stands in its way.
RSpec.describe "Recording while doing", :paddock, :lasting, type: :request do
  let(:drive) { commissioned(@paddock) }
  let(:path) { "/drives/#{drive.id}/recorder" }

  SETUP = { signals: %w[speed.demand speed.measured position.actual], divider: 16, length: 2000, pre: 10 }.freeze

  def enabled_for(kind)
    drive.connection.motion.take(ApiCalls::TAB, "Robin")
    with_signs_of_life(drive.connection) do
      api(:post, "/drives/#{drive.id}/motion/enable", { for: kind })
      expect(response.status).to eq(200)
      yield
    end
  end

  def play(**stimulus) = api(:post, "#{path}/play", SETUP.merge(stimulus))
  def await_trace = wait_until("the trace", seconds: 15) { Trace.where(kind: "memory").last }
  def await_end = wait_until("the end of the motion", seconds: 15) { drive.undertaking.nil? }
  def column(trace, key) = trace.signals.find { |signal| signal.key == key }.column

  it "records a step in speed from its beginning on, within the gait, and comes to rest" do
    enabled_for("speed") do
      said = api(:post, "#{path}/announce", { kind: "speed_step", size: 9000, hold: 0.4 })["sentence"]
      expect(said).to match(
        /goes up to 120 rpm on its way to 150 rpm within 0.40 s, and back to rest: about 0.[45]\d turns. Held at 150/
      )
      view = play(kind: "speed_step", size: 9000, hold: 0.4)
      expect(view).to include("doing" => said, "enabled_for" => "speed")
      trace = await_trace
      demand = column(trace, "speed.demand")
      expect([demand[199], demand[200].positive?, demand.max]).to match([0.0, true, be_between(50, 150)])
      await_end
      expect(trace.stimulus).to include("kind" => "speed_step", "sentence" => said)
      expect(drive.connection.motion.speed).to eq(0)
      expect(api(:get, path)["stimulus"]).to include("size" => 9000.0)
      expect(LogbookEntry.where(headline: "Recorded motion").pluck(:detail)).to eq([said])
    end
  end

  it "moves there and back" do
    enabled_for("position") do
      before = drive.connection.samples.last["position.actual"]
      play(kind: "there_and_back", size: 65_536, hold: 0.1)
      trace = await_trace
      await_end
      place = column(trace, "position.actual")
      expect(place.max - place.first).to be_within(0.02).of(0.5) # turns
      expect(drive.connection.samples.last["position.actual"]).to be_within(300).of(before)
    end
  end

  it "jogs, and gives torque" do
    enabled_for("position") do
      play(kind: "jog", size: -1, hold: 0.5)
      expect(column(await_trace, "speed.demand").min).to be < -20 # how far it gets is a matter of the host's load
      await_end
    end
    api(:post, "/drives/#{drive.id}/motion/disable")
    wait_until("off") { !drive.connection.samples.last.enabled? && !drive.connection.motion.holding? }
    enabled_for("torque") do
      expect(api(:post, "#{path}/announce", { kind: "torque_step", size: 5, hold: 0.1 })["sentence"]).to match(
        /gets 5.0 % of its rated torque for 0.10 s. Free to turn it reaches up to 150 rpm and goes up to 0.25 turns/
      )
      play(kind: "torque_step", size: 5, hold: 0.1)
      wait_until("the second trace", seconds: 15) { Trace.where(kind: "memory").count == 2 }
      await_end
    end
  end

  it "is broken off by STOP, and moves no more" do
    enabled_for("speed") do
      play(kind: "speed_step", size: 200, hold: 10)
      wait_until("motion") { @paddock.shaft_speed("Carriage") > 100 }
      api(:post, "/stop")
      await_end
      wait_until("rest") { @paddock.shaft_speed("Carriage").abs < 1 }
      expect(LogbookEntry.where(headline: "Recorded motion not carried to its end").pluck(:detail)).to eq(
        ["The motor was stopped."]
      )
    end
  end

  it "needs the reins, the mode, a motor at rest and a drive on which nothing else is under way" do
    play(kind: "speed_step", size: 100, hold: 1)
    expect(response.status).to eq(403)
    enabled_for("speed") do
      play(kind: "there_and_back", size: 100, hold: 1)
      expect([response.status, message]).to match([409, /not enabled for position/])
      api(:post, "#{path}/play", SETUP.merge(kind: "speed_step", size: 100, hold: 1), tab: "another-tab-0123456789")
      expect(response.status).to eq(403)
      play(kind: "speed_step", size: 100, hold: 99)
      expect([response.status, message]).to match([400, /hold: a figure from 0.05 to 20/])
      play(kind: "speed_step", size: 100, hold: 0.3)
      play(kind: "speed_step", size: 100, hold: 0.3)
      expect([response.status, message]).to match([409, /A motion that is recorded is under way/])
      await_end
      api(:post, "/drives/#{drive.id}/motion/set_point", { speed: 50 })
      wait_until("motion") { drive.connection.samples.last["speed.demand"].positive? }
      wait_until("the recording's end") { drive.recordings.open.none? }
      play(kind: "speed_step", size: 100, hold: 0.3)
      expect([response.status, message]).to match([409, /turns already/])
      expect(Recording.open).to be_empty
    end
  end
end
