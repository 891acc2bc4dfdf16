# frozen_string_literal: true

require "system_helper"

# The README's first ten minutes, through the real interface: with both drives in the nights, with one by chance in the
# daily run.
RSpec.describe "The first ten minutes", :by_itself, :fresh, type: :interface do
  followed = Chance.pick(["Carriage", "Web feed"], "first ten minutes")

  def switch_mains_off_and_on(drive)
    click_link "Paddock"
    find("[data-machine='#{drive}']").click
    within("[data-paddock='#{drive}']") { click_button "Mains: Switch off" }
    wait_until("#{drive} without power") { @paddock.see(drive)["state"] == "off" }
    within("[data-paddock='#{drive}']") { click_button "Mains: Switch on" }
    wait_until("#{drive} running again") { @paddock.see(drive)["state"] == "running" }
    within("nav[aria-label='Drives']") { click_link drive }
    expect(page).to have_css("[data-link=online]")
  end

  def turn_both_ways(drive, walk:, rated:, gait:)
    look_before_power(drive)
    open_stage(drive, "Verify")
    take_reins_and_enable
    start_at(rated)
    expect(page).to have_css("[data-held=true]", text: "walk allows 5 % of the speed limit")
    wait_until("turning at walk") { (@paddock.shaft_speed(drive) - walk).abs < 0.12 * walk }
    find("[role=radio]", text: "Backward").click
    click_button "Start backward"
    wait_until("turning backward") { (@paddock.shaft_speed(drive) + walk).abs < 0.12 * walk }
    find("[role=radio]", text: "Forward").click
    click_button "Start forward"
    wait_until("turning forward") { (@paddock.shaft_speed(drive) - walk).abs < 0.12 * walk }
    wait_until("a proof of the direction") do
      click_button "It went forward"
      page.has_css?("[data-stage=verify][data-state=proven]", wait: 1)
    end
    raise_gait(gait)
    click_button "Start"
    wait_until("turning at rated speed") { (@paddock.shaft_speed(drive) - rated).abs < 0.02 * rated }
    click_button "Stop"
    wait_until("standing") { @paddock.shaft_speed(drive).abs < 2 }
    click_button "Disable"
    expect(page).to have_button("Enable")
  end

  it "can be followed with Carriage", if: followed.include?("Carriage") do
    open_project(@server)
    fill_in "Your name, for the logbook", with: "Robin"
    connect_drive("Carriage")
    open_stage("Carriage", "Motor")
    type_plate("Carriage")
    fact("pole_pairs", "10")
    expect(page).to have_css(
      "[data-severity=blocker]",
      text: "10 pole pairs cannot be run at 4\u2009500 rpm on this drive"
    )
    expect(page).to have_text("Nothing is proposed while a blocker stands.")
    click_button "Set to 5"
    expect(page).to have_no_css("[data-severity=blocker]")
    press(/\ATake \d+ into the draft/)
    write_all
    expect(page).to have_css("[data-proposal='motor.pole_pairs'][data-state=drive]")
    turn_both_ways("Carriage", walk: 225, rated: 3000, gait: "gallop")
    store_all
    expect(page).to have_css("[data-tray]", text: "0 drafted, 0 not stored")
    change_and_lose_a_value
    expect(page).to have_css("[data-kind=stop]", minimum: 0)
  end

  # A value that is only live is gone after a power cycle, and shown so; the stored ones are back.
  def change_and_lose_a_value
    open_stage("Carriage", "Motor")
    fact("top_speed", "4000")
    expect(page).to have_css("[data-proposal='limits.motor_speed'][data-state=open]")
    click_button "Take Speed limit"
    write_all
    expect(page).to have_css("[data-tray]", text: "0 drafted, 1 not stored")
    switch_mains_off_and_on("Carriage")
    within("nav[aria-label='Course of Carriage']") { click_link "Connect" }
    within("[data-differences='1']") do
      expect(page).to have_text("1 fell back when the drive restarted, as they had not been stored")
      expect(page).to have_css("tr", text: /Speed limit.*4\u2009000 rpm.*4\u2009500 rpm/m)
    end
    open_stage("Carriage", "Motor")
    expect(page).to have_css("[data-proposal='motor.pole_pairs'][data-state=drive]", text: "stored")
    expect(page).to have_css("[data-proposal='limits.motor_speed'][data-state=open]")
  end

  it "can be followed with Web feed, and ends in the logbook", if: followed.include?("Web feed") do
    open_project(@server)
    fill_in "Your name, for the logbook", with: "Robin"
    connect_drive("Web feed")
    open_stage("Web feed", "Motor")
    type_plate("Web feed")
    fact("pole_pairs", "3")
    expect(page).to have_css(
      "[data-severity=blocker]",
      text: "3 pole pairs cannot be: that motor would turn at 1\u2009000 rpm at most"
    )
    click_button "Set to 2"
    expect(page).to have_no_css("[data-severity=blocker]")
    press(/\ATake \d+ into the draft/)
    write_all
    open_stage("Web feed", "Power")
    fact("mains_voltage", "400")
    expect(page).to have_css("[data-before-power]", text: "the meter shows 400 V")
    turn_both_ways("Web feed", walk: 75, rated: 1425, gait: "gallop")
    store_all
    switch_mains_off_and_on("Web feed")
    expect(page).to have_no_css("[data-differences]")
    click_link "Logbook"
    [
      "Connected",
      "values written and read back",
      "Looked at before power: Supply",
      "Reins taken",
      "Enabled",
      "Gait raised from walk to gallop",
      "Direction: proven",
      "Stored",
      "The drive was restarted"
    ].each { |headline| expect(page).to have_css("table[aria-label=Logbook] tr", text: headline) }
    expect(page).to have_css("tr[data-kind=motion]", text: "Robin")
  end
end
