# frozen_string_literal: true

require "system_helper"

# The home point of a slide: chosen, seen before anything moves, written, and found twice.
RSpec.describe "Motion", type: :interface, rig: Rigs.with_ends do
  def value(key, text) = api("PATCH", "/drives/#{drive_id("Carriage")}/values/#{key}", value: text)

  it "shows the way to the home point, and finds it twice" do
    open_project(@server)
    commission("Carriage")
    @paddock.set("Carriage", ends: true)
    open_stage("Carriage", "Motion")
    expect(page).to have_css("[data-sentence]", text: "37: Where it stands.")
    expect(page).to have_css("[data-standing]", text: "Not yet")

    set("homing.method", "21: Home switch, high edge, off it forward (searches backward)")
    expect(page).to have_css("[data-severity=blocker]", text: "no input has it")
    expect(page).to have_css("[data-homing-sketch] [data-route]", count: 2)
    value("terminals.input_4_function", "Home switch")
    value("terminals.input_5_function", "Limit switch low")
    value("terminals.input_5_polarity", "Active when open")
    expect(page).to have_css("[data-switch=home]", text: "home switch, D4")
    expect(page).to have_no_css("[data-severity=blocker]")
    figure("homing.search_speed", "600")
    figure("homing.index_speed", "240")
    expect(page).to have_css("[data-severity=note]", text: /known within \d.*°/)
    figure("homing.index_speed", "60")
    expect(page).to have_no_css("[data-severity=note]")
    figure("homing.acceleration", "20000")
    figure("homing.offset", "-1250000")
    write_all

    click_button "Take the reins"
    within("[data-test=reference_run]") do
      expect(page).to have_text("Nothing in the way")
      all("fieldset input[type=checkbox]").each(&:check)
      click_button "Begin"
    end
    expect(page).to have_css("[data-switch=home][data-on=true]", text: "on now", wait: 20) # on its way over it
    expect(page).to have_css("[data-proof=proven]", text: "and once more after", wait: 30)
    expect(page).to have_css("[data-standing]", text: "Found")
    expect(page).to have_css("nav[aria-label='Course of Carriage'] a", text: /Motion.*proven/m)
  end
end
