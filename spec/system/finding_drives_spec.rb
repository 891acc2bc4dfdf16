# frozen_string_literal: true

require "system_helper"

RSpec.describe "Finding and exchanging drives", type: :interface do
  def search
    click_button "Search"
    expect(page).to have_css("[data-search=idle]", text: /(\d+) of \1 places/, wait: 15)
  end

  def place(name) = "127.0.0.1:#{@paddock.port(name)}"

  it "finds drives, keeps a silent one listed with its time, and forgets it on request" do
    open_project(@server)
    click_link "Find drives"
    fill_in "Addresses and ports", with: @paddock.ports.values.map { |port| "127.0.0.1:#{port}" }.join(", ")
    search
    expect(page).to have_css("[data-sighting][data-answering=true]", count: 3)
    expect(page).to have_text("3 drives have the node number 1")
    within("[data-sighting='#{place("Carriage")}']") do
      click_button "Its address does not fit this laptop"
      expect(page).to have_text(
        "The drive is set to 192.168.30.11 with mask 255.255.255.0, which is network 192.168.30.0"
      )
      expect(page).to have_text("At the laptop:")
    end
    @paddock.set("Carriage", mains: false)
    wait_until("dark") { @paddock.see("Carriage")["state"] == "off" }
    search
    within("[data-sighting='#{place("Carriage")}'][data-answering=false]") do
      expect(page).to have_text("silent, last seen")
      click_button "Forget Haflinger 3 20417"
    end
    expect(page).to have_no_css("[data-sighting='#{place("Carriage")}']")
    search
    expect(page).to have_css("[data-sighting]", count: 2)
  end

  it "adds a found drive to a project under a name of its own" do
    visit @server.url
    api("POST", "/projects", name: "Empty line")
    visit "#{@server.url}/projects/2/discovery"
    fill_in "Addresses and ports", with: place("Roll tug")
    search
    within("[data-sighting='#{place("Roll tug")}']") do
      fill_in "Name in the project", with: "Tug"
      click_button "Add and connect"
    end
    # Once all its values are read: until then the bar is drawn anew with each word about the link.
    within("nav[aria-label='Drives']") { click_link "Tug", text: /0.rpm/ }
    expect(page).to have_css("[data-link=online]")
    expect(page).to have_text("This drive keeps nothing when power goes")
  end

  it "replaces a broken drive by a spare one, and carries its settings over", rig: Rigs.with_spare do
    visit @server.url
    commission("Carriage")
    open_project(@server)
    open_stage("Carriage", "Connect")
    @paddock.set("Carriage", mains: false)
    expect(page).to have_css("[data-link=lost]")
    fill_in "Port of the new device", with: @paddock.port("Spare").to_s
    click_button "Look who is there"
    within("[role=alertdialog]") do
      expect(page).to have_css("tr", text: /Serial number.*20417.*20999/)
      click_button "Replace"
    end
    expect(page).to have_css("[data-link=online]")
    within("[data-differences]") { click_button "Keep all of the project, as draft" }
    write_all
    expect(@server.get("/drives/#{drive_id("Carriage")}")["identity"]["serial"]).to eq("20999")
    open_stage("Carriage", "Motor")
    expect(page).to have_css("[data-proposal='motor.pole_pairs'][data-state=drive]")
  end

  it "writes new firmware and comes back by itself", rig: Rigs.old_firmware do
    open_project(@server)
    connect_drive("Carriage")
    expect(page).to have_css("[data-firmware='1.0.0']", text: "Missing in it: Notch filters")
    attach_file "Write firmware", File.join(Rigs.firmware, "shire-1.1.0.gpi")
    click_button "Write it"
    expect(page).to have_text("It is made for the family shire; this drive is a Haflinger servo drive.")
    attach_file "Write firmware", File.join(Rigs.firmware, "haflinger-1.1.0.gpi")
    click_button "Write it"
    expect(page).to have_css("[data-update=running]")
    expect(page).to have_css("[data-update=done]", text: "1.0.0 → 1.1.0: done", wait: 30)
    expect(page).to have_css("[data-firmware='1.1.0']")
    expect(page).to have_css("[data-link=online]")
  end

  it "writes the set of a volatile drive again in one action" do
    visit @server.url
    id = drive_id("Roll tug")
    api("POST", "/drives/#{id}/link")
    wait_until("online") { @server.get("/drives/#{id}").dig("link", "state") == "online" }
    api("PUT", "/drives/#{id}/values/motor.pole_pairs", value: "4")
    api("POST", "/drives/#{id}/batches", keys: ["motor.pole_pairs"])
    open_project(@server)
    open_stage("Roll tug", "Connect")
    @paddock.set("Roll tug", mains: false)
    expect(page).to have_css("[data-link=lost]")
    @paddock.set("Roll tug", mains: true)
    within("[data-differences='1']") do
      expect(page).to have_text("1 fell back when the drive restarted; it keeps nothing")
      click_button "Write them again"
    end
    expect(page).to have_text("1 values written again and read back.")
    expect(page).to have_no_css("[data-differences]")
  end
end
