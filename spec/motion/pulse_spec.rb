# frozen_string_literal: true

require "rails_helper"

# A drive that follows its pulse input: enabled from here with an explicit yes, held to the gait, stopped like any
# other.
RSpec.describe "A motor that follows a pulse", :paddock, :real_time, type: :request do
  def path = "/drives/#{@drive.id}"

  def follow_the_pulse
    api(:put, "#{path}/values/pulse.function", { value: "Speed reference" })
    api(:post, "#{path}/batches", { keys: ["pulse.function"] })
    expect([response.status, message]).to match([409, /Once enabled, the motor follows the pulse/])
    expect(api(:post, "#{path}/batches", { keys: ["pulse.function"], hazards: ["pulse.function"] })).to include(
      "state" => "done"
    )
  end

  it "takes a yes of its own, and moves at walk as the pulse says" do
    @drive = commissioned(@paddock, "Roll tug")
    follow_the_pulse
    api(:post, "#{path}/reins", {})
    @paddock.set("Roll tug", pulse_width: 1500)
    with_signs_of_life(@drive.connection) do
      api(:post, "#{path}/motion/enable", {})
      expect([response.status, message]).to match([409, /follows the pulse. That needs an explicit yes/])
      api(:post, "#{path}/motion/enable", { pulse: true })
      expect(response.status).to eq(200)
      api(:post, "#{path}/motion/set_point", { speed: 100 })
      expect([response.status, message]).to match([409, /a speed from here does nothing/])
      @paddock.let_pass("Roll tug", 0.2)
      @paddock.set("Roll tug", pulse_width: 2000)
      wait_until("walk") { (@paddock.shaft_speed("Roll tug") - 120).abs < 12 }
      api(:post, "#{path}/motion/disable", {})
    end
    @paddock.seconds_to_rest("Roll tug")
    expect(LogbookEntry.pluck(:detail)).to include("for speed, at walk, following its pulse input")
  end

  it "stops when the technician's tab is gone, whatever the pulse says" do
    @drive = commissioned(@paddock, "Roll tug")
    follow_the_pulse
    api(:post, "#{path}/reins", {})
    @paddock.set("Roll tug", pulse_width: 1500)
    with_signs_of_life(@drive.connection) do
      api(:post, "#{path}/motion/enable", { pulse: true })
      expect(response.status).to eq(200), response.body
      @paddock.let_pass("Roll tug", 0.2) # a stick that is not seen released moves nothing
      @paddock.set("Roll tug", pulse_width: 2000)
      wait_until("walk") { @paddock.shaft_speed("Roll tug") > 100 }
    end
    @paddock.seconds_to_rest("Roll tug")
    expect(@paddock.see("Roll tug")["pulse_width"]).to eq(2000)
  end
end
