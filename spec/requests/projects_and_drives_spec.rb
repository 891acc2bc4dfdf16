# frozen_string_literal: true

require "rails_helper"

RSpec.describe "Projects and drives over the API", type: :request do
  it "creates, renames, lists and removes a project" do
    created = api(:post, "/projects", { name: "  Dye   house ", note: "two vats" })
    expect([response.status, created["name"], created["drives"]]).to eq([201, "Dye house", []])
    api(:post, "/projects", { name: "dye house" })
    expect([response.status, message]).to match([422, /already been taken/])
    api(:patch, "/projects/#{created["id"]}", { name: "Dye house 2" })
    expect(api(:get, "/projects").pluck("name")).to eq(["Dye house 2"])
    api(:delete, "/projects/#{created["id"]}")
    expect([response.status, Project.count]).to eq([204, 0])
  end

  it "adds a drive, moves it to another address, and removes it while the logbook stays" do
    project = Project.create!(name: "Dye house")
    drive = api(:post, "/projects/#{project.id}/drives", { name: "Vat pump", host: "192.168.7.20", port: "502" })
    expect(drive).to include(
      "name" => "Vat pump",
      "port" => 502,
      "gait" => "walk",
      "family" => nil,
      "link" => include("state" => "offline")
    )
    expect(drive["stages"].pluck("id")).to eq(["connect"])
    api(:patch, "/drives/#{drive["id"]}", { host: "192.168.7.21" })
    expect(Drive.find(drive["id"]).host).to eq("192.168.7.21")
    api(:delete, "/drives/#{drive["id"]}")
    expect(response).to have_http_status(:no_content)
    expect(api(:get, "/projects/#{project.id}/logbook").pluck("headline")).to include("Drive added", "Drive removed")
  end

  it "keeps two drives of a project apart by their names" do
    project = Project.create!(name: "Dye house")
    2.times { api(:post, "/projects/#{project.id}/drives", { name: "Vat pump", host: "127.0.0.1", port: 502 }) }
    expect([response.status, message]).to match([422, /Name has already been taken/])
  end

  it "asks for a first connection where the family must be known" do
    drive = create_drive(nil)
    %w[
      motor
      verify
      faults
      values
      comparison?left=live&right=stored
      imports
      restores
      power_up
      firmware
      export/csv
    ].each do |page|
      api(:get, "/drives/#{drive.id}/#{page}")
      expect([response.status, message]).to match([422, /Connect Carriage once/])
    end
  end

  it "says that a drive is not connected instead of waiting for it" do
    drive = create_drive(nil)
    { store: {}, restart: {}, "motion/enable": {}, "faults/reset": {}, reins: {} }.each do |path, body|
      api(:post, "/drives/#{drive.id}/#{path}", body)
      expect([response.status, message]).to match([409, /not connected/]).or match([422, /Connect Carriage once/])
    end
  end

  describe "with a paddock" do
    around do |example|
      PaddockProcess.running do |paddock|
        @paddock = paddock
        example.run
      end
    end

    let(:drive) { commissioned(@paddock) }
    let(:path) { "/drives/#{drive.id}" }

    it "connects and disconnects" do
      fresh = create_drive(@paddock)
      api(:post, "/drives/#{fresh.id}/link")
      wait_until("online") { api(:get, "/drives/#{fresh.id}").dig("link", "state") == "online" }
      expect(api(:get, "/drives/#{fresh.id}")).to include(
        "family" => "Haflinger servo drive",
        "identity" => include("serial" => "20417"),
        "link_wanted" => true
      )
      api(:delete, "/drives/#{fresh.id}/link")
      expect(api(:get, "/drives/#{fresh.id}").dig("link", "state")).to eq("offline")
      expect(api(:get, "/drives/#{fresh.id}/values").size).to be > 150
    end

    it "explains a value with its memories, addresses and bits" do
      entries = api(:get, "/profiles/haflinger/1.1.0").index_by { |entry| entry["key"] }
      expect(entries["motor.rated_current"]).to include(
        "name" => "Rated motor current",
        "address" => "6075:00",
        "address_decimal" => "24693:0",
        "factory" => "1.000 A",
        "range" => "0.050 A to 100.000 A",
        "effect" => "when_disabled",
        "locked" => true
      )
      held = api(:get, "#{path}/values").index_by { |holding| holding["key"] }
      expect(held["motor.rated_current"]).to include(
        "live" => "2.600 A",
        "stored" => "1.000 A",
        "draft" => nil,
        "unstored" => true,
        "from_factory" => true
      )
      expect(held["control.status"]["on"]).to include("Switch on disabled")
      detail = api(:get, "#{path}/values/motor.rated_current")
      expect(detail["history"].first).to include("before" => "1.000 A", "after" => "2.600 A", "how" => "written")
      expect(detail["travels"].first).to match(/Registers 1280 to 1281/)
    end

    it "writes a hazard after an explicit yes alone" do
      drive.draft("power_up.enable", 1)
      drive.draft("ramps.acceleration", 5000)
      api(:post, "#{path}/batches", { keys: %w[ramps.acceleration power_up.enable] })
      expect([response.status, message]).to match(
        [409, /Enable at power-up: .* An explicit yes is needed for each \(hazards: power_up\.enable\)/]
      )
      expect(drive.connection.ask { |wire| wire.read_one("ramps.acceleration") }).to eq(3000)
      api(:post, "#{path}/batches", { keys: %w[ramps.acceleration power_up.enable], hazards: %w[power_up.enable] })
      expect(drive.connection.ask { |wire| wire.read_one("power_up.enable") }).to eq(1)
    end

    it "drops single lines of the draft" do
      drive.draft("ramps.acceleration", 5000)
      tray = api(:delete, "#{path}/tray/lines/ramps.acceleration")
      expect([tray["drafted"], Draft.count]).to eq([[], 0])
      expect(tray["unstored"].pluck("key")).to include("motor.pole_pairs")
    end

    it "stores, and says so in the logbook" do
      answer = api(:post, "#{path}/store")
      expect(answer["tray"]).to include("unstored" => 0)
      expect(LogbookEntry.newest_first.first).to have_attributes(headline: "Stored", author: "Robin")
    end

    it "does not restart, move or remove a drive whose motor is enabled" do
      api(:post, "#{path}/reins")
      with_signs_of_life(drive.connection) do
        api(:post, "#{path}/motion/enable")
        [
          [:post, "#{path}/restart"],
          [:delete, path],
          [:patch, path, { port: 1 }],
          [:delete, "/projects/#{drive.project_id}"]
        ].each do |verb, at, body|
          api(verb, at, body)
          expect([response.status, message]).to match([409, /is enabled. Stop it first/])
        end
      end
      expect(Drive.exists?(drive.id)).to be(true)
    end

    it "lets a running motor's values be changed by the holder of its reins alone" do
      api(:post, "#{path}/reins")
      drive.draft("ramps.acceleration", 5000)
      with_signs_of_life(drive.connection) do
        api(:post, "#{path}/motion/enable")
        api(:post, "#{path}/batches", { keys: ["ramps.acceleration"] }, tab: "another-tab-0123456789")
        expect([response.status, message]).to match([403, /Robin holds the reins/])
        expect(api(:post, "#{path}/batches", { keys: ["ramps.acceleration"] })).to include("state" => "done")
      end
    end

    it "lowers the gait for anybody, raises it for the holder alone, and notes both" do
      api(:put, "#{path}/gait", { gait: "trot", confirm: true }, tab: "another-tab-0123456789")
      expect(response).to have_http_status(:forbidden)
      api(:post, "#{path}/reins")
      expect(api(:put, "#{path}/gait", { gait: "trot", confirm: true })).to include(
        "gait" => "trot",
        "allowed" => 750.0
      )
      expect(api(:put, "#{path}/gait", { gait: "walk" }, tab: "another-tab-0123456789")).to include("gait" => "walk")
      expect(LogbookEntry.pluck(:headline)).to include(
        "Gait raised from walk to trot",
        "Gait lowered from trot to walk"
      )
    end

    it "asks before reins change hands" do
      api(:post, "#{path}/reins")
      with_signs_of_life(drive.connection) do
        api(:post, "#{path}/reins", {}, tab: "another-tab-0123456789", name: "Kim")
        expect([response.status, message]).to match(
          [409, /Robin holds the reins. Taking them over stops the motor first/]
        )
        answer = api(:post, "#{path}/reins", { take_over: true }, tab: "another-tab-0123456789", name: "Kim")
        expect(answer["reins"]).to eq("holder" => "Kim", "mine" => true)
      end
      api(:post, "#{path}/reins", {}, tab: nil)
      expect([response.status, message]).to match([400, /did not say who it is/])
    end

    it "does not call a wrong direction proven" do
      api(:post, "#{path}/reins")
      with_signs_of_life(drive.connection) do
        api(:post, "#{path}/motion/enable")
        api(:post, "#{path}/motion/set_point", { speed: 100 })
        run = nil
        wait_until("a verdict") do
          sleep 0.1
          run = api(:post, "#{path}/runs", { test: "direction", seen: "backward" })
          response.status == 201
        end
        expect(run["proof"]).to include(
          "verdict" => "failed",
          "rows" => include({ "label" => "Expected", "text" => "forward" })
        )
      end
    end

    it "passes hands and switches through to the paddock, and its refusals back" do
      ENV["GALLOP_PADDOCK_PANEL"] = @paddock.panel_url
      expect(api(:get, "/session")).to include("paddock" => true)
      expect(api(:get, "/paddock").pluck("name")).to eq(["Carriage", "Web feed", "Roll tug"])
      expect(api(:post, "/paddock/drives/Web%20feed", { load_torque: 3.5 })).to include("load_torque" => 3.5)
      {
        { mains: "maybe" } => /true or false/,
        { load_torque: 1e9 } => /0\.0 to 1000\.0/,
        { nonsense: 1 } => /nothing to set/,
        {} => /Something to change/
      }.each do |body, why|
        api(:post, "/paddock/drives/Carriage", body)
        expect(response.status).to be_between(400, 422)
        expect(message).to match(why)
      end
      api(:post, "/paddock/drives/Nobody", { mains: true })
      expect(message).to match(/no drive is called/)
    ensure
      ENV.delete("GALLOP_PADDOCK_PANEL")
    end
  end

  it "has no paddock page without a paddock" do
    expect(api(:get, "/session")).to include("paddock" => false)
    api(:get, "/paddock")
    expect([response.status, message]).to match([404, /No paddock runs/])
  end

  describe "with forgery protection" do
    around do |example|
      ActionController::Base.allow_forgery_protection = true
      example.run
    ensure
      ActionController::Base.allow_forgery_protection = false
    end

    it "refuses a change without the page's token" do
      api(:post, "/projects", { name: "Forged" })
      expect([response.status, message]).to match([422, /out of date/])
      expect(Project.count).to eq(0)
    end

    it "lets STOP through always" do
      expect(api(:post, "/stop")).to eq("stopped" => [], "unreachable" => [])
      expect(response).to have_http_status(:ok)
    end
  end

  it "serves the page with a strict security policy" do
    host! "127.0.0.1"
    get "/"
    policy = response.headers["content-security-policy"]
    expect(policy).to include(
      "default-src 'self'",
      "object-src 'none'",
      "frame-ancestors 'none'",
      "style-src 'self' 'nonce-"
    )
    expect(policy).not_to include("unsafe-inline")
  end
end
