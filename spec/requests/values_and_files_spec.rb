# frozen_string_literal: true

require "rails_helper"

RSpec.describe "Values and files over the API" do
  let(:drive) do
    factory = Gallop::Objects::Profile.load("haflinger").settings.to_h { |entry| [entry.key, entry.default_raw] }
    create_drive(nil).tap do |drive|
      drive.update!(
        family: "haflinger",
        identity: {
          "firmware" => "1.1.0",
          "serial" => "1",
          "family_name" => "Haflinger servo drive"
        },
        live: factory,
        stored: factory
      )
    end
  end
  let(:path) { "/drives/#{drive.id}" }

  def file(text) = Base64.strict_encode64(text)

  it "drafts one value as typed, and says what is wrong with another" do
    expect(api(:put, "#{path}/values/ramps.acceleration", { value: "100 krad/s²" })).to include(
      "draft" => "954\u2009930 rpm/s"
    )
    {
      "fast" => /does not begin with a figure/,
      "0" => %r{is outside 1 rpm/s},
      "5 A" => /current/,
      "" => /nothing was typed/
    }.each do |typed, reason|
      api(:put, "#{path}/values/ramps.acceleration", { value: typed })
      expect(response.status).to be_between(400, 422)
      expect(message).to match(reason)
    end
    api(:put, "#{path}/values/current_loop.proportional_gain", { value: "5" })
    expect([response.status, message]).to match([422, /follows by itself/])
    api(:put, "#{path}/values/no.such", { value: "5" })
    expect([response.status, message]).to match([422, /has no value “no.such”/])
    expect(drive.drafts.count).to eq(1)
    api(:put, "#{path}/values/device.label", { value: "Axis 1" })
    expect(api(:put, "#{path}/values/device.label", { value: "" })).to include("draft" => nil)
  end

  it "shows new hazards in the tray" do
    api(:put, "#{path}/values/power_up.enable", { value: "1" })
    api(:put, "#{path}/values/ramps.acceleration", { value: "5" })
    expect(api(:get, "#{path}/tray")["drafted"].to_h { |line| [line["key"], line["hazard"]] }).to match(
      "power_up.enable" => /without any command/,
      "ramps.acceleration" => nil
    )
  end

  it "finds values, best first" do
    expect(api(:get, "#{path}/values/search?query=2nd+ramp").first(3)).to contain_exactly(
      "ramps.changeover_speed",
      "ramps.second_acceleration",
      "ramps.second_deceleration"
    )
    expect(api(:get, "#{path}/values/search?query=")).to eq([])
  end

  it "resets several to factory and copies several to another drive" do
    api(:put, "#{path}/values/ramps.acceleration", { value: "5" })
    expect(api(:post, "#{path}/values/reset", { keys: %w[ramps.acceleration limits.motor_speed] })).to eq(
      "drafted" => 0
    )
    api(:put, "#{path}/values/limits.motor_speed", { value: "1000" })
    shire =
      create_drive(nil, "Feed").tap { |other| other.update!(family: "shire", identity: { "firmware" => "1.1.0" }) }
    expect(api(:post, "#{path}/values/copy", { keys: %w[limits.motor_speed position.window], to: shire.id })).to eq(
      "drafted" => 1,
      "left" => ["position.window"]
    )
    expect(shire.drafts.pluck(:key, :raw)).to eq([["limits.motor_speed", 1000]])
    api(:post, "#{path}/values/reset", { keys: ["control.status"] })
    expect([response.status, message]).to match([422, /cannot be set/])
  end

  it "exports in all formats, chosen values alone if asked" do
    %w[dcf eds csv json].each do |format|
      api(:get, "#{path}/export/#{format}?side=live")
      expect(response.status).to eq(200)
      expect(response.headers["content-disposition"]).to include("carriage.#{format}")
    end
    api(:get, "#{path}/export/csv?keys=ramps.acceleration")
    expect(response.body.lines.size).to eq(2)
    api(:get, "#{path}/export/xls")
    expect([response.status, message]).to match([400, /A format of/])
  end

  it "reviews a file with its errors and takes what is asked for" do
    review =
      api(
        :post,
        "#{path}/imports",
        { name: "x.csv", content: file("key,value\nramps.acceleration,5\nlimits.motor_speed,-5\n\"\n") }
      )
    expect([response.status, review["problems"].first]).to match([201, include("place" => /line \d/)])
    review =
      api(
        :post,
        "#{path}/imports",
        { name: "x.csv", content: file("key,value\nramps.acceleration,5\nlimits.motor_speed,-5\n") }
      )
    expect(review["counts"]).to eq("change" => 1, "refused" => 1)
    expect(review["lines"].last).to include("place" => "line 3", "status" => "refused", "message" => /is outside/)
    expect(api(:post, "#{path}/imports/#{review["id"]}/take")).to eq("drafted" => 1)
    {
      { name: "x.csv", content: "%%%" } => 400,
      { name: "", content: file("x") } => 400,
      { name: "x.csv" } => 400,
      { name: "x.csv", content: file("x" * 2_100_000) } => 422
    }.each do |body, status|
      api(:post, "#{path}/imports", body)
      expect([body.keys, response.status]).to eq([body.keys, status])
    end
    expect(Import.count).to eq(2)
  end

  it "lists what a reset to factory would change, and does it online alone" do
    drive.update!(live: drive.live.merge("motor.pole_pairs" => 7))
    groups = api(:get, "#{path}/restores").index_by { |row| row["key"] }
    expect(groups["storage.restore_motor"]["changes"]).to eq(
      [{ "key" => "motor.pole_pairs", "name" => "Pole pairs", "live" => "7", "factory" => "1" }]
    )
    expect(groups["storage.restore_communication"]["changes"]).to eq([])
    api(:post, "#{path}/restores", { key: "storage.restore_motor" })
    expect(response.status).to eq(409)
    expect(message).to match(/not connected/)
  end

  it "refuses firmware that is none, before anything happens" do
    api(:post, "#{path}/firmware", { name: "x.gpi", content: file("MZ\x90") })
    expect([response.status, message]).to match([422, /no firmware image that can be used: line 1/])
    api(:post, "#{path}/firmware/repeat")
    expect(response.status).to eq(404)
    expect(FirmwareUpdate.count).to eq(0)
  end

  it "says what is wrong with places to search, addresses, differences and replacements" do
    {
      [:post, "/discovery", { places: "10.0.0.0/8" }] => /20 to 32 bits/,
      [:post, "/discovery", { places: "" }] => /Nothing was typed/,
      [:get, "/discovery/explain?address=moon&mask=1", nil] => /are expected/,
      [:delete, "/discovery/sightings/999999", nil] => /no such sighting/,
      [:post, "#{path}/differences/settle", { side: "moon" }] => /none of drive, draft/,
      [:post, "#{path}/differences/settle", { side: "drive", keys: ["x"] }] => /No difference is open/,
      [:post, "#{path}/differences/write_again", {}] => /not connected/,
      [:post, "#{path}/replacement/preview", { host: "127.0.0.1", port: "1" }] => /Nothing listens/,
      [:get, "#{path}/comparison?left=live&right=moon", nil] => /nothing that can be compared/,
      [:get, "#{path}/comparison?left=live&right=snapshot:x", nil] => /no such snapshot/,
      [:get, "/profiles/moon/1", nil] => /no family/,
      [:post, "#{path}/snapshots", { name: "" }] => /missing/
    }.each do |(verb, url, body), reason|
      api(verb, url, body)
      expect([url, response.status]).to match([url, be_between(400, 504)])
      expect(response.status).not_to eq(500)
      expect(message).to match(reason)
    end
  end

  it "explains an address" do
    expect(api(:get, "/discovery/explain?address=192.168.30.255&mask=255.255.255.0")).to include(
      "fits" => false,
      "sentence" => /broadcast/
    )
  end
end
