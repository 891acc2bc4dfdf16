# frozen_string_literal: true

require "system_helper"

# kill -9 of the server in the middle of a write of 100 values: nothing confirmed is lost, and there is a way out.
RSpec.describe "A write that the server did not survive", :by_itself, type: :interface do
  COUNT = 100

  def drive = @drive ||= drive_id("Carriage")
  def batch = @server.get("/drives/#{drive}/batches").first
  def wire = Wire::Modbus.open("127.0.0.1", @paddock.port("Carriage"))

  # Drafts for 100 settings, put in place here straight into the server's database.
  def draft_hundred
    profile = Gallop::Objects::Profile.load("haflinger")
    settings =
      profile
        .settings
        .reject { |entry| entry.text? || entry.choices.any? || entry.key == "feedback.counts_per_turn" }
        .last(COUNT)
    expect(settings.size).to be <= COUNT
    wanted =
      settings.to_h do |entry|
        [entry.key, entry.default_raw == entry.raw_range.max ? entry.default_raw - 1 : entry.default_raw + 1]
      end
    @server.insert_drafts(drive, wanted)
    wanted
  end

  def held(keys)
    profile = Gallop::Objects::Profile.load("haflinger")
    client = wire
    Wire::Device.new(client, profile).read(keys.map { |key| profile.fetch(key) })
  ensure
    client&.close
  end

  # Sends the write without waiting for its end and kills the server once some lines are confirmed.
  def kill_in_the_middle
    page.execute_script(<<~JS, drive, @wanted.keys)
      const token = document.querySelector("meta[name=csrf-token]").content;
      fetch(`/api/drives/${arguments[0]}/batches`, { method: "POST", body: JSON.stringify({ keys: arguments[1] }), headers: { "content-type": "application/json", "X-CSRF-Token": token } }).catch(() => undefined);
    JS
    wait_until("some values to be confirmed") { @server.confirmed_lines > 20 }
    @server.kill("KILL")
  end

  before do
    visit @server.url
    commission("Carriage")
    @wanted = draft_hundred
    @before = held(@wanted.keys)
    kill_in_the_middle
    @server.start
    wait_until("online again") { @server.get("/drives/#{drive}").dig("link", "state") == "online" }
    open_project(@server)
    within("nav[aria-label='Drives']") { click_link "Carriage" }
    expect(page).to have_text("a batch was interrupted")
    press(/\A(Review|Open)/)
    expect(page).to have_css("[data-batch=interrupted]", text: /of #{@wanted.size} values confirmed/)
  end

  it "shows as interrupted with what was confirmed, and can be resumed" do
    now = held(@wanted.keys)
    batch["lines"].each { |line| expect(now[line["key"]]).to eq(@wanted[line["key"]]) if line["state"] == "confirmed" }
    expect(batch["confirmed"]).to be_between(20, @wanted.size - 1)
    click_button "Resume"
    expect(page).to have_css("[data-batch=done]")
    expect(held(@wanted.keys)).to eq(@wanted)
  end

  it "can be undone" do
    click_button "Undo"
    expect(page).to have_css("[data-batch=undone]")
    expect(held(@wanted.keys)).to eq(@before)
  end
end
