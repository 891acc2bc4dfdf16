# frozen_string_literal: true

require "rails_helper"

# Everything but the drive itself works before there is one.
RSpec.describe "Offline work" do
  let(:project) { Project.create!(name: "Office") }

  def add(**more) =
    api(:post, "/projects/#{project.id}/drives", { name: "Axis", host: "192.168.30.11", port: "502", **more })

  it "begins with a family that is chosen: drafts, files, comparison, findings, hazards" do
    drive = add(family: "shire")
    path = "/drives/#{drive["id"]}"
    expect(drive).to include(
      "family" => "Shire frequency drive",
      "profile" => {
        "family" => "shire",
        "version" => "1.1.0"
      }
    )
    expect(api(:get, "#{path}/values").size).to be > 300
    api(:put, "#{path}/values/output.boost", { value: "12 V" })
    api(:put, "#{path}/values/power_up.enable", { value: "Yes, by itself" })
    expect(api(:get, "#{path}/comparison?left=draft&right=factory")["lines"].pluck("key")).to contain_exactly(
      "output.boost",
      "power_up.enable"
    )
    expect(api(:get, "#{path}/tray")["drafted"].pluck("draft")).to contain_exactly("12.0 V", "Yes, by itself (1)")
    expect(api(:get, "#{path}/power_up")["draft_sentence"]).to match(/switches its motor on by itself/)
    file =
      api(
        :post,
        "#{path}/imports",
        { name: "x.csv", content: Base64.strict_encode64("key,value\npresets.speed_1,300\n") }
      )
    expect(api(:post, "#{path}/imports/#{file["id"]}/take")).to eq("drafted" => 1)
    api(:get, "#{path}/export/dcf")
    expect(response.body).to match(/ParameterName=Boost\r\n.*?ParameterValue=120\r\n/m)
    api(:post, "#{path}/snapshots", { name: "x" })
    expect([response.status, message]).to match([422, /never been read/])
    api(:get, "#{path}/motor")
    expect(response.status).to eq(200)
    api(:get, "#{path}/verify")
    expect(response.status).to eq(200)
  end

  Gallop::Objects::Profile::FAMILIES.each do |family|
    it "answers on every page of a #{family} that was never connected" do
      path = "/drives/#{add(family: family, name: family)["id"]}"
      %w[motor feedback mechanics power limits verify values tray power_up proofs].each do |page|
        api(:get, "#{path}/#{page}")
        expect([page, response.status]).to eq([page, 200])
      end
    end
  end

  it "is laid before the technician when the drive is connected, and written then" do
    PaddockProcess.running do |paddock|
      drive = add(family: "haflinger", host: "127.0.0.1", port: paddock.port("Carriage").to_s)
      path = "/drives/#{drive["id"]}"
      api(:put, "#{path}/values/ramps.acceleration", { value: "4000" })
      api(:post, "#{path}/link")
      wait_until("online") { api(:get, path).dig("link", "state") == "online" }
      expect(api(:get, path)["differences"]).to match(
        [
          include(
            "key" => "ramps.acceleration",
            "project" => "4\u2009000 rpm/s",
            "drive" => "3\u2009000 rpm/s",
            "why" => "draft"
          )
        ]
      )
      api(:post, "#{path}/differences/settle", { side: "draft" })
      expect(api(:post, "#{path}/batches", { keys: ["ramps.acceleration"] })).to include("state" => "done")
    end
  end

  it "lists the families, and refuses one that there is not" do
    expect(api(:get, "/profiles").pluck("family")).to eq(%w[haflinger shire fjord camargue exmoor konik])
    add(family: "shetland")
    expect([response.status, message]).to match([400, /none of haflinger, shire, fjord/])
    expect(Drive.count).to eq(0)
  end

  it "renames a drive, and writes it into the logbook" do
    drive = add
    expect(api(:patch, "/drives/#{drive["id"]}", { name: " Left  axis " })).to include("name" => "Left axis")
    expect(LogbookEntry.last).to have_attributes(headline: "Drive renamed", detail: "Axis is now Left axis")
    add(name: "Other")
    api(:patch, "/drives/#{drive["id"]}", { name: "other" })
    expect([response.status, message]).to match([422, /Name has already been taken/])
  end
end
