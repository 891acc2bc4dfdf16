# frozen_string_literal: true

require "rails_helper"

# Jog, moves and torque over the API on the servos of the demo, at a walk: within the gait and the software travel
# limits, and at rest within a second by every way of stopping.
RSpec.describe "Commands to a motor over the API", :real_time, type: :request do
  rig = Rails.root.join("paddock/rigs/saltgrass.yml").to_s
  facts = YAML.safe_load_file(Rails.root.join("spec/fixtures/saltgrass_facts.yml"))

  around do |example|
    PaddockProcess.running(rig: rig) do |paddock|
      @paddock = paddock
      example.run
    end
  end

  after do |example|
    puts LogbookEntry.order(:id).pluck(:at, :headline, :detail).map { |row| row.join(" | ") } if example.exception
  end

  def path = "/drives/#{@drive.id}"
  def connection = @drive.connection

  def sample = connection.samples.last
  def position = sample["position.actual"]
  def speed = sample["speed.actual"]
  def demand = sample["speed.demand"]
  def standing(seconds: 3) =
    wait_until("rest", seconds: seconds) do
      Array
        .new(3) do
          sleep 0.05
          speed.abs < walk * 0.02
        end
        .all?
    end
  def limit(key) = @drive.profile.fetch(key).then { |entry| entry.figure(@drive.live_values.fetch(key)) }
  def walk = limit("limits.motor_speed") * 0.05

  def command(name, body = {}, status: 200)
    api(:post, "#{path}/motion/#{name}", body)
    expect([name, body, response.status, response.status == 200 ? nil : message]).to match(
      [name, body, status, status == 200 ? nil : String]
    )
    JSON.parse(response.body)
  end

  def enabled_for(kind, **consents)
    api(:post, "#{path}/reins")
    with_signs_of_life(connection) do
      command("enable", { for: kind, align: true, **consents })
      yield
    end
  ensure
    api(:post, "/stop")
    wait_until("disarmed") { !connection.motion.holding? }
  end

  # Asked again five times a second, as by a button that is held.
  # @return [Array(Float, Float)] the highest speed that was demanded meanwhile, and the highest that was measured
  def jog(direction, seconds)
    looks =
      Array.new((seconds / 0.2).round) do
        command("jog", { direction: direction })
        Array.new(4) { sleep(0.05) && [demand.abs, speed.abs] }
      end
    looks.flatten(1).transpose.map(&:max)
  end

  # With a wide window, as nothing has tuned the loops yet.
  def travel_to(low, high)
    values = { "position.limit_low" => low, "position.limit_high" => high, "position.following_error_window" => turn }
    values.each { |key, raw| @drive.draft(key, raw) }
    WriteBatch.prepare(@drive, @drive.drafts.reload.pluck(:key)).run
    @drive.reload
  end

  # A turn, or a pole pair pitch.
  def turn = @drive.live_values["feedback.counts_per_turn"]

  %w[Carriage Head\ lift Squeegee].each do |name|
    it "jogs and moves #{name} within gait and travel, and stops it" do
      @drive = complete(connect(create_drive(@paddock, name)), facts.fetch(name))
      begun = position
      travel_to(begun - turn, begun + turn / 2)
      enabled_for("position") do
        # What catches up with a path may ask for a tenth more; a loop that nobody has tuned swings over, most of all
        # under a load that hangs, which falls until the integral holds it: twice the speed was seen.
        swing = name == "Head lift" ? 2.5 : 1.3
        expect(jog("backward", 0.6)).to match([be <= walk * 1.11, be <= walk * swing])
        released = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        standing
        # 0.4 s of it nobody has let go yet
        expect(Process.clock_gettime(Process::CLOCK_MONOTONIC) - released).to be < 1.2
        expect(position).to be < begun
        unless position >= begun + turn / 2
          wait_until("the limit") do
            command("jog", { direction: "forward" })
            position > begun + turn / 2 - turn / 20
          end
        end
        wait_until("it is held there", seconds: 5) do
          (position - begun - turn / 2).abs < turn / 20 && speed.abs < walk * 0.1
        end
        expect(command("move", { position: begun + turn }, status: 422)["error"]["message"]).to match(
          /above the software travel limit.*Nothing moves/
        )
        command("move", { position: begun - turn / 4 })
        wait_until("arrived", seconds: 8) { (position - begun + turn / 4).abs < turn / 20 }
        command("move", { position: -turn * 7 / 10, relative: true })
        wait_until("on its way") { position < begun - turn / 4 - turn / 40 }
        api(:post, "/stop")
        expect(@paddock.seconds_to_rest(name)).to be < 1
      end
    end
  end

  it "drives the carriage by torque, no faster than the gait, and stops it in every way" do
    @drive = complete(connect(create_drive(@paddock, "Carriage")), facts.fetch("Carriage"))
    {
      "halt" => -> { command("halt") },
      "STOP" => -> { api(:post, "/stop") },
      "disable" => -> { command("disable") }
    }.each do |way, stop|
      enabled_for("torque") do
        expect(command("torque", { torque: 300 })).to include("held" => be < 300, "reason" => /walk allows 50/)
        wait_until("the speed that a walk allows") { (speed - walk).abs < walk * 0.1 }
        expect(command("set_point", { speed: 10 }, status: 409)["error"]["message"]).to match(
          /enabled for torque.*enable it for speed/
        )
        stop.call
        expect([way, @paddock.seconds_to_rest("Carriage")]).to match([way, be < 1])
      end
    end
    # Signs of life end while it is driven.
    enabled_for("torque") do
      command("torque", { torque: -30 })
      wait_until("turning") { speed < -walk * 0.5 }
    end
    expect(@paddock.seconds_to_rest("Carriage")).to be < 1
  end

  it "asks for a yes before a load hangs on nothing but a torque, and says which drives take none" do
    @drive = complete(connect(create_drive(@paddock, "Head lift")), facts.fetch("Head lift"))
    api(:post, "#{path}/reins")
    with_signs_of_life(connection) do
      expect(command("enable", { for: "torque", align: true }, status: 409)["error"]["message"]).to match(
        /holding brake of Head lift opens.*explicit yes \(load\)/
      )
      expect(@paddock.see("Head lift")["brake"]["open"]).to be(false)
    end
    enabled_for("torque", load: true) { wait_until("the brake") { @paddock.see("Head lift")["brake"]["open"] } }
    wait_until("the brake") { !@paddock.see("Head lift")["brake"]["open"] }
    @drive = connect(create_drive(@paddock, "Web feed"))
    api(:post, "#{path}/reins")
    expect(command("enable", { for: "position" }, status: 422)["error"]["message"]).to match(
      /cannot be commanded by position/
    )
  end
end
