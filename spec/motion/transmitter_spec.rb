# frozen_string_literal: true

require "rails_helper"

# A tug with a transmitter: learned with the power stage off, written, driven, and at rest without it within the time
# that is stated.
RSpec.describe "A transmitter that is learned", :paddock, :real_time, type: :request do
  def path = "/drives/#{@drive.id}"
  def speed = @paddock.shaft_speed("Roll tug")

  def stick(width, seconds = 0.0)
    @paddock.set("Roll tug", pulse_width: width)
    sleep seconds
  end

  def learn
    stick(1520, 0.2)
    run = api(:post, "#{path}/runs", { test: "pulse_learning" })
    [1520, 1900, 1512, 1100, 1516].each { |width| stick(width, 0.6) }
    stick(0, 0.3)
    api(:post, "#{path}/runs/#{run["id"]}/answer", { done: "done" })
    wait_until("the end") { api(:get, "#{path}/runs/#{run["id"]}")["state"] == "done" }
    api(:get, "#{path}/runs/#{run["id"]}")["proof"]
  end

  def write(**values)
    values.each { |key, value| api(:put, "#{path}/values/#{key}", { value: value }) }
    keys = @drive.drafts.reload.pluck(:key)
    batch = api(:post, "#{path}/batches", { keys: keys, hazards: keys.grep(/pulse.function/) })
    expect(batch).to include("state" => "done")
  end

  it "drives forward, brakes, drives backward, and stops the motor when it is switched off" do
    @drive = commissioned(@paddock, "Roll tug")
    proof = learn
    expect(proof).to include("standing" => "proven", "findings" => [])
    keys = %w[pulse.low pulse.high pulse.centre pulse.deadband]
    api(:post, "#{path}/measured/take", { keys: keys })
    write("pulse.function": "Speed reference", "pulse.reverse": "Brake first, then reverse")
    held = @drive.reload.live_values
    expect(keys.map { |key| held[key] }).to eq([1100, 1900, 1516, 15])
    sentence = api(:get, "#{path}/terminals")["lost_pulse"]
    expect(sentence).to match(/at rest within 0.54.s of the last pulse, .*the inertia is not known/)
    # 31 kg·cm² at the shaft, 2.6 of them of the rotor
    StageFacts
      .named("mechanics")
      .new(@drive)
      .keep("mechanism" => "direct", "load_inertia" => "28.4", "friction_torque" => "0.12")
    sentence = api(:get, "#{path}/terminals")["lost_pulse"]
    expect(sentence).to match(/where the torque suffices. Its speed loop is slow for that: it turns back/)
    stated = sentence[/within ([\d.]+)/, 1].to_f

    api(:post, "#{path}/reins", {})
    api(:put, "#{path}/gait", { gait: "canter", confirm: true })
    stick(1516)
    with_signs_of_life(@drive.connection) do
      api(:post, "#{path}/motion/enable", { pulse: true })
      sleep 0.1
      stick(1900)
      wait_until("canter forward", seconds: 15) { (speed - 1440).abs < 40 }
      stick(1300)
      wait_until("the brake") { speed.between?(-1300, 1300) }
      wait_until("backward", seconds: 15) { speed < -500 }
      stick(0)
      rests = @paddock.seconds_to_rest("Roll tug")
      expect(rests).to be < stated
      wait_until("the fault") { @drive.connection.samples.last.fault_code == 0xFF40 }
    end
  end
end
