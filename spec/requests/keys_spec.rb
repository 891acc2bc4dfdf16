# frozen_string_literal: true

require "rails_helper"

# Hands at the drive's own keys, while somebody watches over it here.
RSpec.describe "The drive's own keys", :paddock, :real_time, type: :request do
  include DriveFactory
  include ApiCalls

  let(:drive) { commissioned(@paddock, "Web feed") }
  let(:path) { "/drives/#{drive.id}" }

  def push(key, times = 1)
    times.times do
      @paddock.set("Web feed", "key_#{key}": true)
      @paddock.let_pass("Web feed", 0.2)
    end
  end

  def speed = @paddock.shaft_speed("Web feed")
  def envelope = drive.connection.ask { |wire| wire.read_one("envelope.speed") }

  it "are said to have command, held to the gait, stopped by everybody, and by a tab that goes" do
    api(:get, "#{path}/verify")
    push(:local)
    wait_until("local") { drive.connection.motion.local? }
    need = Proving::Needs.new(drive, ApiCalls::TAB).all.find { |one| one.id == "remote" }
    expect([need.met, need.state]).to eq([false, "somebody switched the drive to its own keys"])
    with_signs_of_life(drive.connection) do
      api(:post, "#{path}/reins", {})
      wait_until("the envelope") { envelope == 50 }
      expect(api(:get, "#{path}/verify")["started_by"]).to eq("The drive's keys")
      api(:post, "#{path}/motion/enable", {})
      expect([response.status, message]).to match([409, /switched the drive to its own keys/])
      push(:more, 30)
      push(:run)
      wait_until("walk", seconds: 10) { (speed - 75).abs < 8 }
      api(:post, "/stop", {})
      wait_until("rest") { speed.abs < 2 }
      push(:run)
      wait_until("walk again", seconds: 10) { (speed - 75).abs < 8 }
    end
    wait_until("rest without signs of life", seconds: 5) { speed.abs < 2 }
    push(:local)
    wait_until("remote") { !drive.connection.motion.local? }
  end
end
