# frozen_string_literal: true

require "system_helper"

# The motors that print line 2 does not have, through the real interface: a stepper that aligns itself, a motor with
# brushes and no feedback.
RSpec.describe "A stepper and a motor with brushes",
               type: :interface,
               rig: Rails.root.join("paddock/rigs/dyehouse.yml").to_s do
  facts = YAML.safe_load_file(Rails.root.join("spec/fixtures/dyehouse_facts.yml"))

  before { visit @server.url and open_project(@server) }

  # Long enough to be seen on a busy machine.
  def long_alignment
    path = "/drives/#{drive_id("Doser")}"
    api("PUT", "#{path}/values/feedback.alignment_time", value: "2000 ms")
    api("POST", "#{path}/batches", keys: ["feedback.alignment_time"])
  end

  it "says that the stepper moves by itself before it is enabled, aligns it, and turns it" do
    within("nav[aria-label='Drives']") { click_link "Doser" }
    commission("Doser", facts.fetch("Doser"))
    long_alignment
    store_all
    restart_if_asked
    open_stage("Doser", "Verify")
    click_button "Take the reins"
    expect(page).to have_text(/The motor first moves by itself, up to 3\.6.° either way/)
    press(/\AEnable and align/)
    expect(page).to have_text("The motor is being aligned")
    press(/\AStart/)
    expect(page).to have_no_css("[data-alignment]")
    wait_until("60 rpm") { (@paddock.shaft_speed("Doser") - 60).abs < 2 }
    click_button "Disable"
    @paddock.seconds_to_rest("Doser")
    expect(page).to have_button("Enable", exact: true)
  end

  it "turns the pump by its back-EMF, and notices an open wire" do
    commission("Dye pump", facts.fetch("Dye pump"))
    open_stage("Dye pump", "Feedback")
    expect(page).to have_css("[data-consequence=speed_by_emf]", text: "84")
    @paddock.set("Dye pump", hand_torque: 0.15)
    wait_until("a speed by the back-EMF") { find("[data-live-line='Speed by the back-EMF']").text.to_i > 50 }
    @paddock.set("Dye pump", hand_torque: 0)
    @paddock.seconds_to_rest("Dye pump")
    open_stage("Dye pump", "Verify")
    take_reins_and_enable
    press(/\AStart/)
    wait_until("170 rpm") { (@paddock.shaft_speed("Dye pump") - 170).abs < 10 }
    @paddock.set("Dye pump", phase_open: true)
    expect(page).to have_text("Motor wire open")
  end
end
