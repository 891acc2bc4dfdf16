# frozen_string_literal: true

require "rails_helper"

RSpec.describe "The first turn over the API", :paddock, :real_time, type: :request do
  let(:connection) { @drive.connection }

  after do |example|
    puts LogbookEntry.order(:id).pluck(:at, :headline, :detail).map { |row| row.join(" | ") } if example.exception
  end

  # It was seen to go backward: the polarity turns it round, and the proof is repeated.
  def reverse(name, path)
    wrong = api(:post, "#{path}/runs", { test: "direction", seen: "backward" })["proof"]
    expect(wrong).to include("verdict" => "failed", "findings" => [include("id" => "wrong_way")])
    wait_until("at rest") { !connection.samples.last.enabled? }
    api(:post, "#{path}/measured/take", { keys: ["limits.polarity"] })
    api(:post, "#{path}/batches", { keys: ["limits.polarity"] })
    api(:post, "#{path}/reins", {})
    api(:put, "#{path}/gait", { gait: "walk" })
    api(:post, "#{path}/motion/enable", {})
    speed = api(:post, "#{path}/motion/set_point", { speed: 100 })["held"]
    wait_until("turning the other way") { (@paddock.shaft_speed(name) + speed).abs < 0.1 * speed }
    proof = nil
    wait_until("proven again") do
      proof = api(:post, "#{path}/runs", { test: "direction", seen: "forward" })["proof"]
      proof && proof["verdict"] == "proven"
    end
    api(:post, "/stop", {})
  end

  { "Carriage" => [150.0, 3000], "Web feed" => [75.0, 1500] }.each do |name, (walk, limit)|
    it "enters, writes, turns, is held back, reverses and stops #{name}" do
      @drive = connect(create_drive(@paddock, name))
      path = "/drives/#{@drive.id}"
      api(:put, "#{path}/motor", { facts: DriveFactory::FACTS.fetch(name) })
      expect(response).to have_http_status(:ok)
      api(:post, "#{path}/motor/accept", {})
      keys = api(:get, "#{path}/tray")["drafted"].pluck("key")
      batch = api(:post, "#{path}/batches", { keys: keys })
      expect(batch).to include("state" => "done", "confirmed" => keys.size)
      api(:post, "#{path}/reins", {})

      with_signs_of_life(connection) do
        verify = api(:post, "#{path}/motion/enable", {})
        expect(response).to have_http_status(:ok), verify.inspect
        held = api(:post, "#{path}/motion/set_point", { speed: limit })
        expect(held).to include("held" => walk, "held_back" => true)
        expect(held["reason"]).to include("walk allows 5")
        wait_until("turning at walk") { (@paddock.shaft_speed(name) - walk).abs < 0.1 * walk }
        api(:post, "#{path}/motion/set_point", { speed: -limit })
        wait_until("turning back") { (@paddock.shaft_speed(name) + walk).abs < 0.1 * walk }
        api(:put, "#{path}/gait", { gait: "gallop" })
        expect(response).to have_http_status(:bad_request)
        api(:put, "#{path}/gait", { gait: "gallop", confirm: true })
        api(:post, "#{path}/motion/set_point", { speed: limit })
        wait_until("turning at full speed") { (@paddock.shaft_speed(name) - limit).abs < 0.02 * limit }
        run = nil
        wait_until("a proof") do
          run = api(:post, "#{path}/runs", { test: "direction", seen: "forward" })
          response.status == 201
        end
        expect(run).to include("state" => "done", "proof" => include("verdict" => "proven"))
        api(:post, "/stop", {})
        wait_until("standing") { @paddock.shaft_speed(name).abs < 1 }
        reverse(name, path)
      end
      headlines = api(:get, "/projects/#{@drive.project_id}/logbook").pluck("headline")
      expect(headlines).to include(
        "Connected",
        "Enabled",
        "STOP",
        "Gait raised from walk to gallop",
        "Direction: proven",
        "Reins taken"
      )
    end
  end
end
